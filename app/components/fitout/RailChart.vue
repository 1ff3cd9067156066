<script setup lang="ts">
import type { ChartData } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { RailLoad } from '#core/engine'
import { formatAmps } from '#core/units'
import { useBarChart } from '~/composables/useBarChart'

const { rails } = defineProps<{ rails: RailLoad[] }>()
const used = computed(() => rails.filter((rail) => rail.fed.length && Number.isFinite(rail.limit)))

/** Percent of what a source gives, as far as the chart reaches. */
const most = 200
const share = (amps: number, { limit }: RailLoad) => Math.min(most, (amps / limit) * 100)
const { options, ink, colours } = useBarChart('% of what the source gives (to 200)', most, {
  label: (dataset, at) => `${dataset}: ${formatAmps(used.value[at]![dataset as 'typical' | 'peak' | 'limit'])}`,
})

const data = computed<ChartData<'bar'>>(() => ({
  labels: used.value.map((rail) => rail.label),
  datasets: [
    {
      label: 'typical',
      data: used.value.map((rail) => share(rail.typical, rail)),
      backgroundColor: String(colours.value.primary),
      barPercentage: 0.7,
    },
    {
      label: 'peak',
      data: used.value.map((rail) => share(rail.peak, rail)),
      backgroundColor: String(colours.value.secondary),
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
