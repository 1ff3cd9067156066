<script setup lang="ts">
import { blankBoard, blankDevice, deviceStarts, type DeviceStart, type EditableDefinition } from '#core/catalogue'
import { bareBoard, bareLimits } from '#core/entry'
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
/** Stands for a board of so many ports, outputs and rails. */
const bare = 'bare board'
const asked = ref({ ports: '4', outputs: '4', rails: '9' })
const problem = ref('')
const starts = computed(() =>
  kind === 'board'
    ? [
        { value: pasted, title: 'Labels or a table, pasted' },
        { value: bare, title: 'So many ports, outputs and rails' },
        { value: '', title: 'An empty board' },
      ]
    : Object.entries(deviceStarts).map(([value, title]) => ({ value: `start ${value}`, title })),
)
const sources = computed(() => [
  ...starts.value,
  ...Object.values((kind === 'board' ? catalogue.library?.boards : catalogue.library?.devices) ?? {}).map((definition) => ({
    value: definition.id,
    title: `A copy of ${definition.name}`,
  })),
])
watch(
  open,
  (now) => {
    name.value = called
    from.value = kind === 'board' ? pasted : 'start serial'
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

const faultWords = ({ place, message }: InputError['problems'][number]) => (place ? `${place}: ${message}` : message)
const figureIn = (text: string) => (text.trim() ? Number(text.replace(',', '.')) : NaN)
const listIn = (text: string) => text.split(/[;\s]+/).filter(Boolean)

/** What the new one is before it is edited. @throws InputError where what was asked for cannot be */
function begun(id: string, called: string): EditableDefinition {
  const source = (kind === 'board' ? catalogue.library?.boards : catalogue.library?.devices)?.[from.value]
  if (source) return { ...source, id, name: called }
  if (kind === 'device') return blankDevice(id, called, from.value.replace('start ', '') as DeviceStart)
  const blank = blankBoard(id, called)
  if (from.value !== bare) return blank
  const { ports, outputs, rails } = asked.value
  const wish = { ports: figureIn(ports), outputs: figureIn(outputs), rails: listIn(rails).map(figureIn) }
  return bareBoard(blank, wish).board
}

async function make() {
  problem.value = ''
  const id = idOf(name.value)
  const taken = kind === 'board' ? catalogue.library?.boards[id] : catalogue.library?.devices[id]
  if (taken) {
    problem.value = `There is a ${kind} with this name already.`
    return
  }
  try {
    const definition = readDefinition(JSON.parse(JSON.stringify(begun(id, name.value.trim()))))
    await callApi('PUT /api/definitions/:kind/:id', { kind, id, body: { definition, base: 0, author: author() } })
    await catalogue.load(true)
    open.value = false
    const query = { ...goal, ...(from.value === pasted && { paste: '1' }) }
    await navigateTo({ path: `/catalogue/${kind}/${id}`, query })
  } catch (error) {
    problem.value = error instanceof InputError ? faultWords(error.problems[0]!) : (error as Error).message
  }
}
</script>

<template>
  <v-dialog v-model="open" width="540" aria-label="New definition">
    <v-card :title="`New ${kind}`">
      <v-card-text class="d-grid ga-4">
        <v-text-field v-model="name" label="Name" autofocus maxlength="80" :error-messages="problem" @keydown.enter="make" />
        <v-select v-model="from" :items="sources" label="Start from" />
        <div v-if="from === bare" class="field-row">
          <v-text-field v-model="asked.ports" label="Serial ports" :hint="`up to ${bareLimits.ports}`" @keydown.enter="make" />
          <v-text-field v-model="asked.outputs" label="Outputs" :hint="`up to ${bareLimits.outputs}`" @keydown.enter="make" />
          <v-text-field v-model="asked.rails" label="Rails besides 5 V" hint="volts, such as 3.3; 9" @keydown.enter="make" />
        </div>
        <p v-if="from === bare" class="quiet">
          It gives an allocation and a harness at once; what is true of your board is corrected in it.
        </p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!idOf(name)" @click="make">Make</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
