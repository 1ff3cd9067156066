<script setup lang="ts">
import { blankBoard, blankDevice } from '#core/catalogue'
import { readDefinition, InputError } from '#core/schema'
import { author } from '~/composables/author'
import { callApi } from '~/composables/useApi'
import { useCatalogue } from '~/stores/catalogue'

const open = defineModel<boolean>({ required: true })
const {
  kind,
  called = '',
  goal = {},
} = defineProps<{
  kind: 'board' | 'device'
  /** A name to begin with. */
  called?: string
  /** What it is made for, as it stands in the address of its editor. */
  goal?: Record<string, string>
}>()
const catalogue = useCatalogue()
const name = ref('')
const from = ref('')
/** Stands for a board of labels that are pasted into its editor. */
const pasted = 'pasted labels'
const problem = ref('')
const sources = computed(() => [
  ...(kind === 'board' ? [{ value: pasted, title: 'Labels or a table, pasted' }] : []),
  { value: '', title: kind === 'board' ? 'An empty board' : 'A plain serial device' },
  ...Object.values((kind === 'board' ? catalogue.library?.boards : catalogue.library?.devices) ?? {}).map((definition) => ({
    value: definition.id,
    title: `A copy of ${definition.name}`,
  })),
])
watch(
  open,
  (now) => {
    name.value = called
    from.value = kind === 'board' ? pasted : ''
    problem.value = ''
    if (now) void catalogue.load()
  },
  { immediate: true },
)

const idOf = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40)

async function make() {
  problem.value = ''
  const id = idOf(name.value)
  const taken = kind === 'board' ? catalogue.library?.boards[id] : catalogue.library?.devices[id]
  if (taken) {
    problem.value = `There is a ${kind} with this name already.`
    return
  }
  const source = kind === 'board' ? catalogue.library?.boards[from.value] : catalogue.library?.devices[from.value]
  const blank = kind === 'board' ? blankBoard(id, name.value.trim()) : blankDevice(id, name.value.trim())
  try {
    const definition = readDefinition(JSON.parse(JSON.stringify(source ? { ...source, id, name: name.value.trim() } : blank)))
    await callApi('PUT /api/definitions/:kind/:id', { kind, id, body: { definition, base: 0, author: author() } })
    await catalogue.load(true)
    open.value = false
    const query = { ...goal, ...(from.value === pasted && { paste: '1' }) }
    await navigateTo({ path: `/catalogue/${kind}/${id}`, query })
  } catch (error) {
    problem.value = error instanceof InputError ? error.problems[0]!.message : (error as Error).message
  }
}
</script>

<template>
  <v-dialog v-model="open" width="440" aria-label="New definition">
    <v-card :title="`New ${kind}`">
      <v-card-text class="d-grid ga-3">
        <v-text-field v-model="name" label="Name" autofocus maxlength="80" :error-messages="problem" @keydown.enter="make" />
        <v-select v-model="from" :items="sources" label="Start from" />
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!idOf(name)" @click="make">Make</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
