<script setup lang="ts">
import { mdiStop } from '@mdi/js'
import { lossesOn, moveTo, type BoardFit } from '#core/allocation'
import { applyEdit, placeLabel, splitKey, type Plan } from '#core/plan'
import { formatAmps } from '#core/units'
import { inStrides } from '~/composables/inStrides'
import { useLatest } from '~/composables/useLatest'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { usePlan } from '~/composables/usePlan'
import { shareOut } from '~/engine/share-out'
import { threadsTogether } from '~/engine/thread'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()
const names = useNames()
const threads = Array.from({ length: threadsTogether() }, () => useQuestions())
const fits = shallowRef<BoardFit[]>([])
const total = ref(0)
/** Rows that are shown until all are asked for: the best of many boards. */
const best = 50
const all = ref(false)
const chosen = shallowRef<BoardFit>()

const strides = inStrides<BoardFit>((more) => (fits.value = [...fits.value, ...more]))
/** What was tried until it is stopped stays. */
const { running, begin, stop } = useLatest(() => {
  strides.end()
  for (const thread of threads) thread.stop()
})

const compare = () =>
  begin(async (counts) => {
    fits.value = []
    chosen.value = undefined
    const library = await catalogue.load()
    if (!counts()) return
    const boards = Object.values(library?.boards ?? {})
    total.value = boards.reduce((sum, board) => sum + Object.keys(board.revisions).length, 0)
    const tell = (more: BoardFit[]) => {
      if (counts()) strides.add(more)
    }
    try {
      await shareOut(threads, boards, (thread, share) => thread.boards(plan.value, share, tell), counts)
    } finally {
      if (counts()) strides.end()
    }
  })
const showAll = () => (all.value = true)
onMounted(() => {
  window.addEventListener('beforeprint', showAll)
  return compare()
})
onBeforeUnmount(() => window.removeEventListener('beforeprint', showAll))
watch(() => [plan.value.devices, plan.value.battery, plan.value.definitions], compare)

const titleOf = ({ name, revision }: { name: string; revision: string }) => `${name} rev ${revision}`
const verdicts = { fits: 'fits fully', cost: 'fits at a cost', lost: 'loses' }
const headers = [
  { title: 'Board', key: 'name', value: titleOf },
  { title: 'Fit', key: 'verdict', sortRaw: (a: BoardFit, b: BoardFit) => order(a) - order(b) },
  { title: 'Unplaced', key: 'unmet', align: 'end' as const, value: (fit: BoardFit) => fit.unmet.length },
  { title: 'Drawbacks', key: 'drawbacks', align: 'end' as const },
  { title: 'Spare ports', key: 'sparePorts', align: 'end' as const },
  { title: 'Spare current', key: 'spareCurrent', align: 'end' as const },
  { title: 'Mass', key: 'mass', align: 'end' as const },
  { title: 'Move', key: 'take', sortable: false },
]
const order = ({ batterySuits, score, unmet, sparePorts }: BoardFit) =>
  (batterySuits ? 0 : 1e12) + score.unmetMusts * 1e9 + unmet.length * 1e6 + score.risk - sparePorts / 100
const isHere = (fit: BoardFit) => fit.board === plan.value.board.definition && fit.revision === plan.value.board.revision

/** What moves the plan to the chosen board, and the plan there. */
const move = computed(() => {
  const definition = chosen.value && catalogue.board(chosen.value.board)
  return definition && moveTo(definition, chosen.value!)
})
const moved = computed(() => move.value && applyEdit(plan.value, move.value))

/** What moving there changes, line by line. */
const changes = computed(() => {
  const [before, after] = [plan.value, moved.value]
  if (!after) return []
  const label = (plan: Plan, key: string) => {
    const place = plan.assignment[key]?.place ?? plan.supplies[key]
    return place ? placeLabel(place, plan) : 'no place'
  }
  const keys = [...new Set([before, after].flatMap((plan) => [...Object.keys(plan.assignment), ...Object.keys(plan.supplies)]))]
  return keys.map((key) => ({ key, from: label(before, key), to: label(after, key) })).filter(({ from, to }) => from !== to)
})
const dropped = computed(() => {
  const after = moved.value
  if (!after) return 0
  return Object.keys(plan.value.locks).length - Object.keys(after.locks).length + Object.keys(plan.value.bans).length
})

function take() {
  if (move.value) build.edit(move.value)
  chosen.value = undefined
}
</script>

<template>
  <section class="boards" aria-label="Which board" data-testid="boards">
    <div class="bar">
      <span role="status">{{ fits.length }} of {{ total }} boards and revisions tried</span>
      <v-progress-linear
        v-if="running"
        aria-label="Boards tried"
        :model-value="total ? (fits.length / total) * 100 : 0"
        class="progress"
        color="primary"
      />
      <v-btn v-if="running" :prepend-icon="mdiStop" @click="stop">Stop</v-btn>
      <v-btn v-else @click="compare">Try again</v-btn>
    </div>
    <v-data-table
      :headers
      :items="fits"
      :item-value="(fit: BoardFit) => fit.board + fit.revision"
      :sort-by="[{ key: 'verdict', order: 'asc' }]"
      :items-per-page="all ? -1 : best"
      hide-default-footer
      density="compact"
      hover
    >
      <!-- A row stays as it is while others come: two hundred boards are told in many batches. -->
      <template #item="{ item }">
        <tr v-memo="[item, isHere(item)]" class="v-data-table__tr">
          <td>{{ titleOf(item) }}</td>
          <td>
            <span v-if="!item.batterySuits">the battery does not suit; </span>{{ verdicts[item.verdict] }}
            <span v-if="item.unmet.length">{{ lossesOn(item, (key) => names.device(splitKey(key)[0])).join(', ') }}</span>
            <span v-if="!item.proven" class="quiet"> (not proven)</span>
          </td>
          <td class="number">{{ item.unmet.length }}</td>
          <td class="number">{{ item.drawbacks }}</td>
          <td class="number">{{ item.sparePorts }}</td>
          <td class="number mono">{{ formatAmps(item.spareCurrent) }}</td>
          <td class="number mono">{{ item.mass.toFixed(1) }} g</td>
          <td>
            <span v-if="isHere(item)" class="quiet">current</span>
            <!-- Plain: two hundred of Vuetify's buttons take a third of a second to set up. -->
            <button v-else class="move no-print" :aria-label="`Move to ${titleOf(item)}`" @click="chosen = item">Move</button>
          </td>
        </tr>
      </template>
    </v-data-table>
    <p v-if="!all && fits.length > best" class="bar no-print">
      The first {{ best }} of {{ fits.length }} are shown.
      <v-btn @click="showAll">Show all {{ fits.length }}</v-btn>
    </p>
    <v-dialog
      :model-value="Boolean(chosen)"
      width="560"
      aria-label="Move to another board"
      @update:model-value="chosen = undefined"
    >
      <v-card v-if="chosen" :title="`Move to ${titleOf(chosen)}`">
        <v-card-text>
          <p>
            Devices, variants, what is left out and supplies from other devices stay.
            {{ dropped ? `${dropped} locks and bans name places of the old board and go.` : '' }}
          </p>
          <table class="changes">
            <tbody>
              <tr v-for="change in changes" :key="change.key">
                <td>{{ names.needOfDevice(change.key) }}</td>
                <td class="mono">{{ change.from }}</td>
                <td>→</td>
                <td class="mono">{{ change.to }}</td>
              </tr>
            </tbody>
          </table>
        </v-card-text>
        <v-card-actions>
          <v-btn @click="chosen = undefined">Stay</v-btn>
          <v-btn variant="flat" color="primary" :disabled="!move" @click="take">Move</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
  </section>
</template>

<style scoped>
.boards :deep(td:not(:nth-child(2))),
.boards :deep(th) {
  white-space: nowrap;
}
.boards :deep(td),
.boards :deep(th) {
  padding-inline: var(--space-4) !important;
}
.number {
  text-align: end;
}
.move {
  min-height: 24px;
  padding-inline: var(--space-3);
  border: 1px solid rgb(var(--v-theme-primary));
  border-radius: 3px;
  color: rgb(var(--v-theme-primary));
  font-size: var(--text-small);
}
.bar {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-6);
  min-height: 40px;
}
.progress {
  max-width: 260px;
}
/* Moving by itself it would have the page drawn sixty times a second, while both threads want the cores. */
.progress :deep(*) {
  transition: none;
}
.changes {
  font-size: var(--text-small);
  border-collapse: collapse;
  margin-top: var(--space-4);
}
.changes td {
  padding: 1px var(--space-4) 1px 0;
}
</style>
