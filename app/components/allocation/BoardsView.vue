<script setup lang="ts">
import { mdiStop } from '@mdi/js'
import { lossesOn, type BoardFit } from '#core/allocation'
import { splitKey } from '#core/plan'
import { formatAmps } from '#core/units'
import { inStrides } from '~/composables/inStrides'
import { useLatest } from '~/composables/useLatest'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { usePlan } from '~/composables/usePlan'
import { shareOut } from '~/engine/share-out'
import { threadsTogether } from '~/engine/thread'
import { useBoardMove } from '~/stores/board-move'
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

const strides = inStrides<BoardFit>((more) => (fits.value = [...fits.value, ...more]))
/** What was tried until it is stopped stays. */
const { running, begin, stop } = useLatest(() => {
  strides.end()
  for (const thread of threads) thread.stop()
})

const compare = () =>
  begin(async (counts) => {
    fits.value = []
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

/** What is lost of a device: all of it, or what of it alone. */
const lossName =
  ({ unmet }: BoardFit) =>
  (key: string) => {
    const [owner] = splitKey(key)
    const own = [...(build.analysis?.grid ?? [])].filter((row) => row.device === owner && row.kind !== 'supply')
    return own.every((row) => unmet.includes(row.key)) ? names.device(owner) : names.needOfDevice(key)
  }

const move = useBoardMove()
function ask(fit: BoardFit) {
  const definition = catalogue.board(fit.board)
  if (definition) move.ask({ definition, revision: fit.revision, fit })
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
            <span v-if="item.unmet.length">{{ lossesOn(item, lossName(item)).join(', ') }}</span>
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
            <button v-else class="move no-print" :aria-label="`Move to ${titleOf(item)}`" @click="ask(item)">Move</button>
          </td>
        </tr>
      </template>
    </v-data-table>
    <p v-if="!all && fits.length > best" class="bar no-print">
      The first {{ best }} of {{ fits.length }} are shown.
      <v-btn @click="showAll">Show all {{ fits.length }}</v-btn>
    </p>
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
</style>
