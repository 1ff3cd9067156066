<script setup lang="ts">
/** Revisions, variants or firmware versions beside the base they differ from: a column each, a row for each difference. */
import { mdiPlus } from '@mdi/js'
import {
  valueWords,
  versionsOf,
  versionTable,
  withDifference,
  type DefinitionVersions,
  type EditableDefinition,
  type PartValues,
  type VersionKind,
  type VersionRow,
} from '#core/catalogue'

const { definition, of } = defineProps<{ definition: EditableDefinition; of: VersionKind }>()
const emit = defineEmits<{ change: [of: VersionKind, versions: DefinitionVersions]; open: [of: VersionKind, id: string] }>()
const words: Record<VersionKind, { one: string; begins: string }> = {
  revisions: { one: 'revision', begins: 'rev ' },
  variants: { one: 'variant', begins: '' },
  firmwares: { one: 'firmware', begins: '' },
}
const word = computed(() => words[of].one)
const versions = computed(() => versionsOf(definition, of))
const rows = computed(() => versionTable(definition, of))
const fresh = ref('')
const validId = computed(
  () => /^[a-zA-Z0-9][a-zA-Z0-9_-]{0,39}$/.test(fresh.value) && !Object.hasOwn(versions.value, fresh.value),
)
const asked = ref('')
const refusal = computed(() => {
  if (asked.value) return asked.value
  if (!fresh.value || validId.value) return ''
  return Object.hasOwn(versions.value, fresh.value)
    ? `${fresh.value} is there already`
    : 'letters, digits, - and _, beginning with a letter or digit'
})

function add() {
  if (!validId.value) return
  const id = fresh.value
  emit('change', of, { ...versions.value, [id]: { name: `${words[of].begins}${id}`, note: '', differences: {} } })
  emit('open', of, id)
  fresh.value = ''
}
function set(id: string, part: Partial<DefinitionVersions[string]>) {
  emit('change', of, { ...versions.value, [id]: { ...versions.value[id]!, ...part } })
}
function remove(id: string) {
  const { [id]: _, ...rest } = versions.value
  emit('change', of, rest)
}
function put(id: string, { path }: VersionRow, value: unknown) {
  asked.value = ''
  set(id, { differences: withDifference(definition, versions.value[id]!.differences, path, value) })
}
const text = (event: Event) => (event.target as HTMLInputElement).value

const isTyped = ({ field }: VersionRow, value: unknown) =>
  field !== undefined &&
  value !== undefined &&
  ['name', 'prose', 'text', 'figure', 'flag', 'choice', 'id'].includes(field.shape.is)
</script>

<template>
  <section class="versions" :aria-label="`${word}s`">
    <p class="quiet">
      Each {{ word }} is what differs from the base. Edit one to change it anywhere, or type into its column; only the differences
      are kept.
    </p>
    <div class="across">
      <table>
        <thead>
          <tr>
            <th scope="col">What differs</th>
            <th scope="col">Base</th>
            <th v-for="(version, id) in versions" :key="id" scope="col">
              <div class="head">
                <b class="mono">{{ id }}</b>
                <v-btn size="x-small" variant="outlined" :aria-label="`Edit ${id}`" @click="emit('open', of, String(id))"
                  >Edit it</v-btn
                >
                <button
                  v-if="Object.keys(versions).length > 1"
                  class="back"
                  :aria-label="`Remove ${word} ${id}`"
                  @click="remove(String(id))"
                >
                  ×
                </button>
              </div>
              <input :value="version.name" :aria-label="`Name of ${id}`" @change="set(String(id), { name: text($event) })" />
              <input
                :value="version.note"
                :aria-label="`Note of ${id}`"
                :title="version.note"
                placeholder="note"
                @change="set(String(id), { note: text($event) })"
              />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.path">
            <th scope="row">
              <span class="mono" :title="row.words">{{ row.path }}</span>
            </th>
            <td class="quiet">{{ valueWords(row.base) }}</td>
            <td v-for="{ id, value, differs } in row.values" :key="id" :class="{ differs }">
              <FieldInput
                v-if="isTyped(row, value)"
                :field="row.field!"
                :value
                :definition="definition as unknown as PartValues"
                :name="`${row.path} of ${id}`"
                :width="90"
                @change="put(id, row, $event)"
                @unknown="asked = `what nobody knows of ${row.path} is told in the base, or by editing ${id}`"
              />
              <span v-else>{{ differs ? valueWords(value) : '=' }}</span>
              <button
                v-if="differs"
                class="back"
                :aria-label="`Take back ${row.path} of ${id}`"
                title="Take back: as the base"
                @click="put(id, row, row.base)"
              >
                ↶
              </button>
            </td>
          </tr>
          <tr v-if="!rows.length">
            <td :colspan="2 + Object.keys(versions).length" class="quiet">
              {{ Object.keys(versions).length ? 'They differ in nothing.' : `No ${word} yet: the base is all there is.` }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="head">
      <input v-model="fresh" :aria-label="`Name of a new ${word}`" :placeholder="`new ${word}`" @keydown.enter="add" />
      <v-btn size="x-small" :prepend-icon="mdiPlus" :disabled="!validId" @click="add">Add</v-btn>
      <span class="quiet" role="status">{{ refusal }}</span>
    </div>
  </section>
</template>

<style scoped>
.versions {
  padding: var(--space-4) var(--space-5);
  font-size: var(--text-small);
}
.across {
  overflow: auto;
  margin: var(--space-4) 0;
}
table {
  border-collapse: collapse;
}
th,
td {
  border: var(--edge);
  padding: var(--space-1) var(--space-3);
  text-align: left;
  vertical-align: top;
  min-width: 84px;
  max-width: 260px;
  overflow-wrap: anywhere;
}
th {
  font-weight: 400;
}
.head {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
th .head {
  margin-bottom: var(--space-1);
}
input {
  border: var(--edge);
  border-radius: 3px;
  padding: 1px var(--space-3);
  width: 150px;
  color: inherit;
}
thead input {
  display: block;
  margin-top: var(--space-1);
}
.differs {
  background: rgb(var(--v-theme-surface-variant));
}
.back {
  padding: 0 var(--space-3);
  min-height: 24px;
  min-width: 24px;
}
</style>
