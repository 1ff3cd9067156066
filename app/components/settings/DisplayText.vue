<script setup lang="ts">
/** How often a screen of text is drawn anew: over each display's link, and at what a software port reaches. */
import { characterGrids, redrawsPerSecond } from '#core/links'
import { redrawBytes } from '#core/protocols'
import { displayLinks } from '#core/settings'
import { formatBaud, plain } from '#core/units'
import { useResolved } from '~/composables/usePlan'

const resolved = useResolved()
const displays = computed(() => displayLinks(resolved.value))
/** What a software port of this board reaches, or of boards at large. */
const soft = computed(() =>
  Math.max(...resolved.value.board.ports.filter(({ kind }) => kind === 'software').map(({ maxBaud }) => maxBaud), 19_200),
)
const columns = computed(() => [
  ...displays.value.map(({ link }) => ({
    key: link.need.key,
    title: `${link.need.fitted.instance.name} at ${formatBaud(link.board.baud)}`,
    baud: link.board.baud,
  })),
  { key: 'soft', title: `a software port at ${formatBaud(soft.value)}`, baud: soft.value },
])
const isSet = (grid: { columns: number; rows: number }) =>
  displays.value.some((display) => display.columns === grid.columns && display.rows === grid.rows)
</script>

<template>
  <h2>Display text</h2>
  <div class="scroll" tabindex="0" role="group" aria-label="Redraws of display text">
    <table data-testid="redraws">
      <thead>
        <tr>
          <th>Grid</th>
          <th>Bytes of a full redraw</th>
          <th v-for="{ key, title } in columns" :key="key">Redraws a second, {{ title }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="grid in characterGrids" :key="grid.name + grid.columns" :class="{ set: isSet(grid) }">
          <td>{{ grid.columns }}×{{ grid.rows }} {{ grid.name }}{{ isSet(grid) ? ' (set here)' : '' }}</td>
          <td class="mono">{{ redrawBytes(grid.columns, grid.rows) }}</td>
          <td v-for="{ key, baud } in columns" :key="key" class="mono">
            {{ plain(redrawsPerSecond(grid.columns, grid.rows, baud), 1) }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="quiet">
    Below four a second values seem to stand still.{{ displays.length ? '' : ' No display of this build is drawn over a link.' }}
  </p>
</template>

<style scoped>
h2 {
  font-size: var(--text-head);
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  margin: var(--space-3) 0;
}
th,
td {
  text-align: left;
  padding: var(--space-1) var(--space-5) var(--space-1) 0;
  border-bottom: var(--edge);
  white-space: nowrap;
}
.set {
  font-weight: 700;
}
</style>
