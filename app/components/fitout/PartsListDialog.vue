<script setup lang="ts">
/** A parts list of a whole craft, pasted: what each line is taken for, to be corrected, and all of it added in one step. */
import { readPartsList, type PartLine } from '#core/entry'
import { InputError } from '#core/schema'
import { additionsOf } from '#core/plan'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'
import { useNotices } from '~/stores/notices'

const open = defineModel<boolean>({ required: true })
const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()
const notices = useNotices()
const text = ref('')
/** Chosen by hand, by the text of the line: a device, or none. It stays while other lines are changed. */
const chosen = ref<Record<string, string>>({})
watch(open, (now) => now && void catalogue.load().catch(() => undefined), { immediate: true })

const devices = computed(() => Object.values(catalogue.library?.devices ?? {}))
const read = computed<{ lines: PartLine[]; problems: InputError['problems'] }>(() => {
  if (!text.value.trim() || !catalogue.library) return { lines: [], problems: [] }
  try {
    const lines = readPartsList(text.value, { devices: devices.value, boards: Object.values(catalogue.library.boards) })
    return { lines, problems: [] }
  } catch (error) {
    if (error instanceof InputError) return { lines: [], problems: error.problems }
    throw error
  }
})
const lines = computed(() => read.value.lines)
const meant = (line: PartLine) => chosen.value[line.text] ?? line.device ?? ''
const taken = computed(() => lines.value.flatMap((line) => (meant(line) ? [{ line, device: meant(line) }] : [])))
const total = computed(() => taken.value.reduce((sum, { line }) => sum + line.count, 0))
const nameOf = (id: string) => catalogue.library?.devices[id]?.name ?? id
const boardName = (id: string) => catalogue.library?.boards[id]?.name ?? id
const others = (line: PartLine) => devices.value.filter(({ id }) => !line.candidates.includes(id))

function add() {
  const { devices: definitions, protocols } = catalogue.library!
  const wanted = taken.value.map(({ line, device }) => ({ definition: definitions[device]!, count: line.count }))
  try {
    const edits = additionsOf(plan.value, wanted, protocols, 'must')
    const words = `${edits.length} ${edits.length === 1 ? 'device' : 'devices'} added to the fit-out.`
    build.edit({ type: 'several', label: `Add ${edits.length} devices of a parts list`, edits }, words)
    text.value = ''
    open.value = false
  } catch (error) {
    notices.complain((error as Error).message)
  }
}
</script>

<template>
  <v-dialog v-model="open" width="720" aria-label="Paste a parts list" scrollable>
    <v-card title="Paste a parts list">
      <v-card-text class="body" tabindex="0">
        <p class="mb-6">Names with their counts in any order, such as 4 × Gault 40, or a table of a spreadsheet.</p>
        <v-textarea v-model="text" label="Parts, one a line" rows="5" autofocus />
        <ul v-if="read.problems.length" role="alert" class="text-error">
          <li v-for="problem in read.problems" :key="problem.place">{{ problem.place }} {{ problem.message }}</li>
        </ul>
        <table v-if="lines.length">
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col">Count</th>
              <th scope="col">Taken for</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(line, at) in lines" :key="at" :class="{ open: !meant(line) }">
              <th scope="row">{{ line.text }}</th>
              <td class="mono">{{ line.count }}</td>
              <td>
                <select
                  :value="meant(line)"
                  :aria-label="`What line ${at + 1} is: ${line.text}`"
                  @change="chosen = { ...chosen, [line.text]: ($event.target as HTMLSelectElement).value }"
                >
                  <option value="">left out</option>
                  <optgroup v-if="line.candidates.length" label="Likely">
                    <option v-for="id in line.candidates" :key="id" :value="id">{{ nameOf(id) }}</option>
                  </optgroup>
                  <optgroup label="All">
                    <option v-for="{ id, name } in others(line)" :key="id" :value="id">{{ name }}</option>
                  </optgroup>
                </select>
                <span v-if="line.board && !meant(line)" class="quiet">
                  {{
                    line.board === plan.board.definition
                      ? 'is the board of this build'
                      : `is the board ${boardName(line.board)}: choose it in Fit-out`
                  }}
                </span>
                <span v-else-if="!meant(line)" class="quiet">
                  not in the catalogue under this name{{ line.candidates.length ? `; ${line.candidates.length} alike` : '' }}
                </span>
              </td>
            </tr>
          </tbody>
        </table>
      </v-card-text>
      <v-card-actions>
        <span v-if="lines.length" role="status" class="quiet px-3">
          {{ taken.length }} of {{ lines.length }} {{ lines.length === 1 ? 'line' : 'lines' }} understood
        </span>
        <v-spacer />
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!total" @click="add">{{ total ? `Add ${total}` : 'Add' }}</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.body {
  max-height: 480px;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin-top: var(--space-4);
  font-size: var(--text-small);
}
th,
td {
  text-align: left;
  border-bottom: var(--edge);
  padding: var(--space-2) var(--space-3);
  font-weight: 400;
}
.open th {
  font-weight: 700;
}
select {
  border: var(--edge);
  border-radius: 3px;
  padding: var(--space-1) var(--space-3);
  min-height: 24px;
  color: inherit;
  margin-right: var(--space-3);
}
</style>
