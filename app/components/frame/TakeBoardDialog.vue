<script setup lang="ts">
/** Another board for a build: what keeps its place there, moves or loses it, and what is new, before it is taken. */
import { moveTo } from '#core/allocation'
import { applyEdit, placeLabel, type Edit, type Place, type Plan } from '#core/plan'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useQuestions } from '~/composables/useQuestions'
import type { Preview } from '~/session/build-session'
import { useBoardMove, type BoardAsked } from '~/stores/board-move'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const names = useNames()
const questions = useQuestions()
const move = useBoardMove()
const found = shallowRef<{ edit: Edit; preview: Preview }>()

watch(
  () => move.asked,
  async (asked) => {
    found.value = undefined
    if (!asked) return questions.stop()
    const edit = await editFor(asked)
    const preview = await build.preview(edit)
    if (move.asked === asked && preview) found.value = { edit, preview }
  },
  { immediate: true },
)

/** The board with the best allocation that there is on it, where the build allocates by itself. */
async function editFor({ definition, revision, fit }: BoardAsked): Promise<Edit> {
  if (fit) return moveTo(definition, fit)
  let best: Edit = { type: 'board.choose', definition, revision, firmware: Object.keys(definition.firmwares).at(-1)! }
  if (!plan.value.automatic) return best
  await questions.boards(plan.value, [definition], (fits) => {
    const there = fits.find((each) => each.revision === revision)
    if (there) best = moveTo(definition, there)
  })
  return best
}

const after = computed(() => found.value && applyEdit(plan.value, found.value.edit))
const placed = ({ assignment }: Plan) => Object.keys(assignment).length
const moved = computed(() => found.value?.preview.moves.filter(({ to }) => to !== undefined) ?? [])
const lost = computed(() => found.value?.preview.moves.filter(({ to }) => to === undefined) ?? [])
/** What has no place now, and one there. */
const gained = computed(() =>
  Object.keys(after.value?.assignment ?? {}).filter((need) => plan.value.assignment[need] === undefined),
)
const kept = computed(() => placed(plan.value) - moved.value.length - lost.value.length)
const placeOn = (place: Place) => (after.value ? placeLabel(place, after.value) : '')
const dropped = computed(() =>
  after.value
    ? Object.keys(plan.value.locks).length - Object.keys(after.value.locks).length + Object.keys(plan.value.bans).length
    : 0,
)
const isOpen = computed({ get: () => move.asked !== undefined, set: (on) => !on && move.leave() })

function take() {
  const { definition } = move.asked!
  const words = `${kept.value} kept, ${moved.value.length} moved, ${lost.value.length} lost`
  const { edit } = found.value!
  move.leave()
  build.edit(edit, `Board ${definition.name}: ${words}.`)
}
</script>

<template>
  <v-dialog v-model="isOpen" width="560" aria-label="Take another board">
    <v-card v-if="move.asked" :title="`Take board ${move.asked.definition.name} rev ${move.asked.revision}?`">
      <v-card-text>
        <v-progress-linear v-if="!found" indeterminate color="primary" aria-label="Working it out" />
        <template v-else>
          <p role="status">
            Of {{ placed(plan) }} needs {{ kept }} keep a place of that name, {{ moved.length }} move, {{ lost.length }} lose
            theirs{{ gained.length ? `, ${gained.length} get one` : '' }}. Devices, variants, what is left out and supplies from
            other devices stay.
            {{ dropped ? `${dropped} locks and bans name places of the old board and go.` : '' }}
          </p>
          <template v-if="found.preview.brings.length">
            <h3>Then also to be settled</h3>
            <ul class="brings">
              <li v-for="finding in found.preview.brings" :key="finding.id">
                <SeverityMark :severity="finding.severity" /> <span class="mono">{{ finding.rule }}</span> {{ finding.fact }}
              </li>
            </ul>
          </template>
          <h3 v-if="lost.length + moved.length + gained.length">Places</h3>
          <table>
            <tbody>
              <tr v-for="need in gained" :key="need">
                <td>{{ names.needOfDevice(need) }}</td>
                <td class="mono">no place → {{ placeOn(after!.assignment[need]!.place) }}</td>
              </tr>
              <tr v-for="{ need, to } in [...lost, ...moved]" :key="need">
                <td>{{ names.needOfDevice(need) }}</td>
                <td class="mono">
                  {{ names.place(plan.assignment[need]?.place) }} → {{ to === undefined ? 'no place' : placeOn(to) }}
                </td>
              </tr>
            </tbody>
          </table>
        </template>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="move.leave()">Stay</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!found" @click="take">Take it</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h3 {
  font-size: var(--text-small);
  margin-top: var(--space-4);
}
.brings {
  list-style: none;
  padding: 0;
  font-size: var(--text-small);
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
}
td {
  padding: var(--space-1) var(--space-3) var(--space-1) 0;
  border-bottom: var(--edge);
}
</style>
