<script setup lang="ts">
import type { EditableDefinition } from '#core/catalogue'
import type { DefinitionVersion } from '#contract'
import { dayAndTime } from '~/composables/dates'
import { callApi } from '~/composables/useApi'
import { usePages } from '~/composables/usePages'

const open = defineModel<boolean>({ required: true })
const { kind, id, now, current } = defineProps<{
  kind: string
  id: string
  now: number
  /** As it is on the desk. */
  current: EditableDefinition
}>()
const emit = defineEmits<{ take: [definition: EditableDefinition] }>()
const { items, more, start, next } = usePages<DefinitionVersion>(
  (below) => callApi('GET /api/definitions/:kind/:id/versions', { kind, id, query: { limit: 50, below } }),
  50,
)
const compared = shallowRef<{ number: number; old: EditableDefinition }>()
watch(open, (on) => {
  compared.value = undefined
  if (on) start()
})

const fetched = (number: number) => callApi('GET /api/definitions/:kind/:id/versions/:number', { kind, id, number })

async function compare(number: number) {
  const old = await fetched(number)
  if (old.kind !== 'protocol') compared.value = { number, old }
}
async function take(number: number) {
  const old = await fetched(number)
  if (old.kind !== 'protocol') emit('take', old)
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" width="760" aria-label="Versions of this definition">
    <v-card
      title="Versions of this definition"
      subtitle="Restore opens an older one for editing; saving makes it the next version."
    >
      <v-card-text v-if="compared" class="list" tabindex="0">
        <h3>From version {{ compared.number }} to what is on the desk</h3>
        <DefinitionsCompared :before="compared.old" :after="current" :heads="[`Version ${compared.number}`, 'Now']" />
      </v-card-text>
      <v-card-text v-else class="list">
        <p v-if="!items.length" class="quiet">None yet: this one is as shipped. The first save makes it your own.</p>
        <v-table v-else class="plain">
          <thead>
            <tr>
              <th>No.</th>
              <th>Saved</th>
              <th>By</th>
              <th>What</th>
              <th><span class="d-sr-only">Action</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="version in items" :key="version.number">
              <td class="mono">{{ version.number }}</td>
              <td>{{ dayAndTime(version.savedAt) }}</td>
              <td>{{ version.author }}</td>
              <td>{{ version.note || (version.gone ? 'Deleted' : 'Changed') }}</td>
              <td>
                <span v-if="version.number === now" class="quiet">now</span>
                <template v-else-if="!version.gone">
                  <v-btn :aria-label="`Compare version ${version.number}`" @click="compare(version.number)">Compare</v-btn>
                  <v-btn color="primary" :aria-label="`Restore version ${version.number}`" @click="take(version.number)"
                    >Restore</v-btn
                  >
                </template>
              </td>
            </tr>
          </tbody>
        </v-table>
        <v-btn v-if="more" @click="next">Older ones</v-btn>
      </v-card-text>
      <v-card-actions
        ><v-btn v-if="compared" @click="compared = undefined">All versions</v-btn><v-spacer /><v-btn @click="open = false"
          >Close</v-btn
        ></v-card-actions
      >
    </v-card>
  </v-dialog>
</template>

<style scoped>
.list {
  max-height: 460px;
  overflow: auto;
}
</style>
