<script setup lang="ts">
/** How full each link is in each direction, and what a log and a display ask of theirs. */
import type { ChartData } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { budgetTable } from '#core/documents'
import { linkBudget, serialLinks } from '#core/links'
import { useBarChart } from '~/composables/useBarChart'
import { useResolved } from '~/composables/usePlan'

const resolved = useResolved()
const links = computed(() => serialLinks(resolved.value).map((link) => ({ link, budget: linkBudget(link) })))
const table = computed(() => budgetTable(resolved.value))
/** Percent as far as the chart reaches. */
const most = 120
const percent = (load: number) => Math.min(most, load * 100)
const { options, colours } = useBarChart('% of the line; above 70 there is no head room', most)

const data = computed<ChartData<'bar'>>(() => ({
  labels: links.value.map(({ link }) => link.need.fitted.instance.name),
  datasets: [
    {
      label: 'to the device',
      data: links.value.map(({ budget }) => percent(budget.toDevice.load)),
      backgroundColor: String(colours.value.primary),
    },
    {
      label: 'from the device',
      data: links.value.map(({ budget }) => percent(budget.fromDevice.load)),
      backgroundColor: String(colours.value.secondary),
    },
  ],
}))
</script>

<template>
  <section class="load" aria-label="Load" data-testid="load">
    <p v-if="!links.length" class="quiet">No device is on a serial port.</p>
    <template v-else>
      <div class="chart" :style="{ height: `${70 + links.length * 30}px` }">
        <Bar :data :options role="img" aria-label="Load of each link in each direction; the table below holds the figures" />
      </div>
      <div class="scroll" tabindex="0" role="group" aria-label="Budget of links">
        <table>
          <thead>
            <tr>
              <th v-for="head in table.header" :key="head">{{ head }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, at) in table.rows" :key="at">
              <td v-for="(cell, column) in row" :key="column" :class="{ mono: column > 1 }">{{ cell }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <LogChoices />
    <DisplayText />
  </section>
</template>

<style scoped>
.load {
  padding: var(--space-4) var(--space-6);
}
.chart {
  position: relative;
  max-width: 760px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  margin: var(--space-4) 0;
}
th,
td {
  text-align: left;
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: var(--edge);
  white-space: nowrap;
}
</style>
