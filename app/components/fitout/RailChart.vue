<script setup lang="ts">
import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip, type ChartData, type ChartOptions } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { useTheme } from 'vuetify'
import type { RailLoad } from '#core/engine'
import { formatAmps } from '#core/units'

const { rails } = defineProps<{ rails: RailLoad[] }>()
Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend)
Chart.defaults.font.family = 'Atkinson Hyperlegible'

const theme = useTheme()
const used = computed(() => rails.filter((rail) => rail.fed.length && Number.isFinite(rail.limit)))
const ink = computed(() => String(theme.current.value.colors['on-surface']))

/** Percent of what a source gives, as far as the chart reaches. */
const most = 200
const share = (amps: number, { limit }: RailLoad) => Math.min(most, (amps / limit) * 100)

const data = computed<ChartData<'bar'>>(() => {
  const { primary, secondary } = theme.current.value.colors
  return {
    labels: used.value.map((rail) => rail.label),
    datasets: [
      {
        label: 'typical',
        data: used.value.map((rail) => share(rail.typical, rail)),
        backgroundColor: String(primary),
        barPercentage: 0.7,
      },
      {
        label: 'peak',
        data: used.value.map((rail) => share(rail.peak, rail)),
        backgroundColor: String(secondary),
        barPercentage: 0.7,
      },
      {
        label: 'limit',
        data: used.value.map(() => 100),
        backgroundColor: 'transparent',
        borderColor: ink.value,
        borderWidth: 1.5,
        barPercentage: 0.7,
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
      title: { display: true, text: '% of what the source gives (to 200)', color: ink.value },
      max: most,
      ticks: { color: ink.value },
    },
    y: { ticks: { color: ink.value }, grid: { display: false } },
  },
  plugins: {
    legend: { position: 'right', labels: { color: ink.value, boxWidth: 12 } },
    tooltip: {
      callbacks: {
        label: ({ dataset, dataIndex }) => {
          const rail = used.value[dataIndex]!
          return `${dataset.label}: ${formatAmps(rail[dataset.label as 'typical' | 'peak' | 'limit'])}`
        },
      },
    },
  },
}))

const words = computed(() =>
  used.value
    .map(
      (rail) =>
        `${rail.label}: typical ${formatAmps(rail.typical)}, peak ${formatAmps(rail.peak)}, limit ${formatAmps(rail.limit)}`,
    )
    .join('. '),
)
</script>

<template>
  <section v-if="used.length" class="sheet rails">
    <h2>Load on each supply</h2>
    <div class="chart" :style="{ height: `${56 + used.length * 44}px` }">
      <Bar :data :options role="img" :aria-label="words" />
    </div>
  </section>
</template>

<style scoped>
.rails {
  padding: var(--space-5) var(--space-6);
}
.chart {
  max-width: 860px;
}
</style>
