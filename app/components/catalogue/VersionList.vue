<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { boardFields, deviceFields, listDifferences, type Differences } from '#core/catalogue'

type Versions = Record<string, { name: string; note: string; differences: Differences }>
const { versions, word } = defineProps<{ versions: Versions; word: 'revision' | 'variant' }>()
const emit = defineEmits<{ change: [versions: Versions]; open: [id: string] }>()
const fields = computed(() => (word === 'revision' ? boardFields : deviceFields))
const fresh = ref('')
const validId = computed(() => /^[a-zA-Z0-9][a-zA-Z0-9_-]{0,39}$/.test(fresh.value) && !versions[fresh.value])

function add() {
  if (!validId.value) return
  const id = fresh.value
  emit('change', { ...versions, [id]: { name: `${word === 'revision' ? 'rev ' : ''}${id}`, note: '', differences: {} } })
  emit('open', id)
  fresh.value = ''
}
function set(id: string, part: Partial<Versions[string]>) {
  emit('change', { ...versions, [id]: { ...versions[id]!, ...part } })
}
function remove(id: string) {
  const { [id]: _, ...rest } = versions
  emit('change', rest)
}

/** The differences without one path. */
function without(differences: Differences, path: string): Differences {
  const [key, ...rest] = path.split('.')
  const copy = { ...differences }
  if (!rest.length) delete copy[key!]
  else {
    const inner = without(copy[key!] as Differences, rest.join('.'))
    if (Object.keys(inner).length) copy[key!] = inner
    else delete copy[key!]
  }
  return copy
}
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <section class="versions" :aria-label="`${word}s`">
    <p class="quiet">
      A {{ word }} is what differs from all others. Choose one above to edit it as it is; only the differences are kept.
    </p>
    <article v-for="(version, id) in versions" :key="id">
      <div class="head">
        <b class="mono">{{ id }}</b>
        <input :value="version.name" :aria-label="`Name of ${id}`" @change="set(String(id), { name: text($event) })" />
        <input
          class="note"
          :value="version.note"
          :aria-label="`Note of ${id}`"
          placeholder="note"
          @change="set(String(id), { note: text($event) })"
        />
        <v-btn size="x-small" variant="outlined" @click="emit('open', String(id))">Edit it</v-btn>
        <v-btn v-if="Object.keys(versions).length > 1" size="x-small" @click="remove(String(id))">Remove</v-btn>
      </div>
      <ul>
        <li v-for="difference in listDifferences(fields, version.differences)" :key="difference.path">
          <span class="mono" :title="difference.words">{{ difference.path }}</span> {{ difference.becomes }}
          <button
            class="back"
            :aria-label="`Take back ${difference.path} of ${id}`"
            @click="set(String(id), { differences: without(version.differences, difference.path) })"
          >
            take back
          </button>
        </li>
        <li v-if="!Object.keys(version.differences).length" class="quiet">differs in nothing</li>
      </ul>
    </article>
    <div class="head">
      <input v-model="fresh" :aria-label="`Name of a new ${word}`" :placeholder="`new ${word}`" @keydown.enter="add" />
      <v-btn size="x-small" :prepend-icon="mdiPlus" :disabled="!validId" @click="add">Add</v-btn>
    </div>
  </section>
</template>

<style scoped>
.versions {
  overflow: auto;
  height: 100%;
  padding: var(--space-4) var(--space-5);
  font-size: var(--text-small);
}
article {
  margin: var(--space-4) 0;
}
.head {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
input {
  border: var(--edge);
  border-radius: 3px;
  padding: 1px var(--space-3);
  width: 110px;
  color: inherit;
}
input.note {
  flex: 1;
}
ul {
  padding-left: var(--space-6);
}
.back {
  text-decoration: underline;
}
</style>
