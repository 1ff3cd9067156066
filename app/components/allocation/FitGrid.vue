<script setup lang="ts">
import { mdiCancel, mdiLock } from '@mdi/js'
import { degreeOf, type Forced } from '#core/allocation'
import { needKinds } from '#core/catalogue'
import type { FitCell, FitRow } from '#core/engine'
import type { Place } from '#core/plan'
import { consequencesOf } from '~/composables/useConsequences'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { useAnalysis, usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const analysis = useAnalysis()
const plan = usePlan()
const selection = useSelection()
const names = useNames()
const questions = useQuestions()
const focused = shallowRef<{ row: FitRow; cell: FitCell }>()

const groupOf = ({ kind }: FitRow) => (kind === 'supply' ? 'Supplies' : needKinds[kind].places)
const groups = computed(() => [...new Set(analysis.value.grid.map(groupOf))])
const shown = ref(needKinds.serial.places)
const rows = computed(() => analysis.value.grid.filter((row) => groupOf(row) === shown.value))
/** Places that some need of the group could take, or all of them where there are few. */
const columns = computed(() => {
  const places = [...new Set(rows.value.flatMap((row) => row.cells.map((cell) => cell.place)))]
  if (places.length <= 14) return places
  return places.filter((place) =>
    rows.value.some((row) => row.cells.some((cell) => cell.place === place && cell.verdict !== 'cannot')),
  )
})
const cellAt = (row: FitRow, place: Place) => row.cells.find((cell) => cell.place === place)

/** What would have to move for each cell: what was known last stays until it is worked out anew, the rows on screen first. */
const explained = shallowRef<Record<string, Forced[]>>({})
let upToDate = new Set<string>()
watch(
  () => [build.analysis, shown.value] as const,
  async ([analysis], before) => {
    if (!analysis) return
    if (analysis !== before?.[0]) upToDate = new Set()
    const done = upToDate
    const wanted = [...rows.value, ...analysis.grid].map((row) => row.key)
    const keys = [...new Set(wanted)].filter((key) => !done.has(key))
    await questions.explain(plan.value, keys, (told) => {
      for (const key of told.done) done.add(key)
      if (Object.keys(told.changed).length) explained.value = { ...explained.value, ...told.changed }
    })
  },
  { immediate: true },
)
const forcedAt = (row: FitRow, cell: FitCell) => explained.value[row.key]?.find((other) => other.place === cell.place)
const verdictOf = (row: FitRow, cell: FitCell) => {
  const forced = forcedAt(row, cell)
  return cell.verdict !== 'cannot' && forced && !forced.possible ? 'cannot' : cell.verdict
}
const movers = (row: FitRow, cell: FitCell) => {
  const forced = forcedAt(row, cell)
  return forced?.possible ? forced.moves.length + forced.losers.length : 0
}
/** What it would mean to have it there, or why that cannot be although nothing speaks against the place itself. */
const consequence = computed(() => {
  const forced = focused.value && forcedAt(focused.value.row, focused.value.cell)
  if (!forced || focused.value?.cell.verdict === 'cannot') return ''
  if (forced.possible) return `To have it there: ${consequencesOf(forced, names)}.`
  return `It cannot be had there: ${forced.refusals.map(({ text }) => text).join('; ')}.`
})

const isLocked = (row: FitRow, cell: FitCell) => plan.value.locks[row.key] === cell.place
const isBanned = (row: FitRow, cell: FitCell) => plan.value.bans[row.key]?.includes(cell.place) ?? false
const isHere = (row: FitRow, cell: FitCell) => plan.value.assignment[row.key]?.place === cell.place

function lock(row: FitRow, cell: FitCell) {
  if (isLocked(row, cell)) build.edit({ type: 'need.unlock', need: row.key })
  else if (cell.verdict !== 'cannot') build.edit({ type: 'need.lock', need: row.key, place: cell.place })
}

function ban(row: FitRow, cell: FitCell) {
  build.edit({ type: isBanned(row, cell) ? 'need.allow' : 'need.ban', need: row.key, place: cell.place })
}

const verdicts = { fits: 'fits', cost: 'fits at a cost', cannot: 'cannot' }
const spoken = (row: FitRow, cell: FitCell) =>
  [
    `${names.device(row.device)} on ${names.place(cell.place)}: ${verdicts[verdictOf(row, cell)]}`,
    isHere(row, cell) ? 'current' : '',
    isLocked(row, cell) ? 'locked' : '',
    isBanned(row, cell) ? 'banned' : '',
  ]
    .filter(Boolean)
    .join(', ')

function move(event: KeyboardEvent, by: [number, number]) {
  const cell = (event.currentTarget as HTMLElement).closest('td')!
  const row = cell.parentElement as HTMLTableRowElement
  const table = row.parentElement as HTMLTableSectionElement
  const target = table.rows[row.rowIndex - 1 + by[1]]?.cells[cell.cellIndex + by[0]]?.querySelector('button')
  target?.focus()
}
</script>

<template>
  <div class="sheet">
    <div class="groups" role="group" aria-label="Kind of place">
      <button
        v-for="name in groups"
        :key="name"
        :class="{ here: name === shown }"
        :aria-pressed="name === shown"
        @click="shown = name"
      >
        {{ name }}
      </button>
    </div>
    <table class="grid" :class="{ many: columns.length > 14 }">
      <thead>
        <tr>
          <th scope="col">Link</th>
          <th v-for="place in columns" :key="place" scope="col" :class="{ lit: selection.lit.has(place) }">
            <button @click="selection.select(place)">
              {{ columns.length > 14 ? names.place(place).replace('pad ', '') : names.place(place) }}
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key">
          <th scope="row" :class="{ lit: selection.lit.has(`need:${row.key}`) }">
            <button @click="selection.select(`need:${row.key}`)">
              {{ names.device(row.device) }} <span class="quiet">{{ row.label }}</span>
            </button>
          </th>
          <td v-for="place in columns" :key="place">
            <button
              v-for="cell in [cellAt(row, place)].filter((other) => other !== undefined)"
              :key="cell.place"
              class="cell"
              :class="[verdictOf(row, cell), { here: isHere(row, cell), banned: isBanned(row, cell) }]"
              :aria-label="spoken(row, cell)"
              @mouseenter="focused = { row, cell }"
              @focus="focused = { row, cell }"
              @click="lock(row, cell)"
              @contextmenu.prevent="ban(row, cell)"
              @keydown.b="ban(row, cell)"
              @keydown.right.prevent="move($event, [1, 0])"
              @keydown.left.prevent="move($event, [-1, 0])"
              @keydown.down.prevent="move($event, [0, 1])"
              @keydown.up.prevent="move($event, [0, -1])"
            >
              <v-icon v-if="isBanned(row, cell)" :icon="mdiCancel" size="14" />
              <v-icon v-else-if="isLocked(row, cell)" :icon="mdiLock" size="14" />
              <span v-else-if="verdictOf(row, cell) === 'cannot'" aria-hidden="true">×</span>
              <span v-else aria-hidden="true" class="mono">{{ cell.verdict === 'cost' ? degreeOf(cell.risk).mark : '·' }}</span>
              <sup v-if="movers(row, cell)" class="movers mono" aria-hidden="true">{{ movers(row, cell) }}</sup>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="legend quiet">
      <span class="cell fits here">·</span> current <span class="cell fits">·</span> fits
      <span class="cell cost mono">−</span> fits at a cost (−− marked, −−− serious) <span class="cell cannot">×</span> cannot
      <span class="cell fits">·<sup class="movers mono">2</sup></span> would move that many others. Click or Enter locks, right
      click or B bans, arrows move.
    </p>
    <div class="reason" role="status">
      <template v-if="focused">
        <b
          >{{ names.device(focused.row.device) }} on {{ names.place(focused.cell.place) }}:
          {{ verdicts[verdictOf(focused.row, focused.cell)] }}</b
        >
        <p v-if="consequence">{{ consequence }}</p>
        <ul>
          <li v-for="reason in focused.cell.reasons" :key="reason.text">
            <span class="mono">{{ reason.rule }}</span> {{ reason.text
            }}{{ reason.risk ? ` (${degreeOf(reason.risk).word} drawback)` : '' }}
          </li>
          <li v-if="!focused.cell.reasons.length">Nothing speaks against it.</li>
        </ul>
      </template>
      <span v-else class="quiet">Point at a cell, or go to it with Tab and the arrows, to read why.</span>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  padding: var(--space-5) var(--space-6);
  overflow: auto;
}
.grid {
  border-collapse: collapse;
}
th {
  font-weight: 400;
  text-align: left;
  padding: var(--space-1) var(--space-4);
  font-size: var(--text-small);
  white-space: nowrap;
}
thead th {
  text-align: center;
}
td {
  padding: 1px;
}
.cell {
  display: inline-grid;
  place-items: center;
  width: 100%;
  min-width: 34px;
  height: 28px;
  border: var(--edge);
  border-radius: 3px;
  font-size: var(--text-small);
}
.fits {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 14%, transparent);
}
.cost {
  background: color-mix(in srgb, rgb(var(--v-theme-fix)) 16%, transparent);
}
.cannot {
  background: rgb(var(--v-theme-surface-variant));
  color: rgba(var(--v-theme-on-surface), 0.7);
}
.here {
  outline: 2.5px solid rgb(var(--v-theme-primary));
  outline-offset: -3px;
  font-weight: 700;
}
.banned {
  text-decoration: line-through;
  background: repeating-linear-gradient(45deg, transparent 0 4px, rgb(var(--v-theme-line)) 4px 6px);
}
.groups {
  display: flex;
  gap: var(--space-2);
  margin-bottom: var(--space-4);
}
.groups button {
  border: var(--edge);
  border-radius: 12px;
  padding: 1px var(--space-4);
  font-size: var(--text-small);
}
.groups button.here {
  border-color: rgb(var(--v-theme-primary));
  border-width: 2px;
  font-weight: 700;
}
.many thead th button {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
}
.many th {
  padding: var(--space-1) var(--space-1);
}
.many .cell {
  min-width: 19px;
}
.movers {
  font-size: var(--text-tiny);
  margin-left: 1px;
}
.cell {
  grid-auto-flow: column;
  justify-content: center;
}
.legend {
  margin: var(--space-4) 0;
  font-size: var(--text-small);
}
.legend .cell {
  width: 24px;
  min-width: 24px;
  height: 20px;
  margin-left: var(--space-4);
}
.reason {
  min-height: 74px;
  border-top: var(--edge);
  padding-top: var(--space-4);
}
.reason ul {
  padding-left: var(--space-6);
}
</style>
