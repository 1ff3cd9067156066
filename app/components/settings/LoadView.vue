<script setup lang="ts">
/** How full each link is in each direction, and what a log asks of what it is written to. */
import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip, type ChartData, type ChartOptions } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { useTheme } from 'vuetify'
import { budgetTable } from '#core/documents'
import { linkBudget, serialLinks } from '#core/links'
import { useResolved } from '~/composables/usePlan'

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend)
Chart.defaults.font.family = 'Atkinson Hyperlegible'

const resolved = useResolved()
const theme = useTheme()
const ink = computed(() => String(theme.current.value.colors['on-surface']))
const links = computed(() => serialLinks(resolved.value).map((link) => ({ link, budget: linkBudget(link) })))
const table = computed(() => budgetTable(resolved.value))
/** Percent as far as the chart reaches. */
const most = 120
const percent = (load: number) => Math.min(most, load * 100)

const data = computed<ChartData<'bar'>>(() => {
  const { primary, secondary } = theme.current.value.colors
  return {
    labels: links.value.map(({ link }) => link.need.fitted.instance.name),
    datasets: [
      {
        label: 'to the device',
        data: links.value.map(({ budget }) => percent(budget.toDevice.load)),
        backgroundColor: String(primary),
      },
      {
        label: 'from the device',
        data: links.value.map(({ budget }) => percent(budget.fromDevice.load)),
        backgroundColor: String(secondary),
      },
    ],
  }
})
const options = computed<ChartOptions<'bar'>>(() => ({
  indexAxis: 'y',
  animation: false,
  maintainAspectRatio: false,
  scales: {
    x: {
      min: 0,
      max: most,
      title: { display: true, text: '% of the line; above 70 there is no head room', color: ink.value },
      ticks: { color: ink.value },
    },
    y: { ticks: { color: ink.value }, grid: { display: false } },
  },
  plugins: { legend: { position: 'right', labels: { color: ink.value, boxWidth: 12 } } },
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
