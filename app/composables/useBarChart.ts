import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip, type ChartOptions } from 'chart.js'
import { useTheme } from 'vuetify'

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend)
Chart.defaults.font.family = 'Atkinson Hyperlegible'

/**
 * What bar charts that lie on their side share, in the colours of the theme.
 * @param title what the bars are in
 * @param most where the axis ends
 * @param label words of a bar, where its figure is not what is drawn
 * @param legend where it stands: above where its words are long
 */
export function useBarChart(
  title: string,
  most: number,
  { label, legend = 'right' }: { label?: (dataset: string, at: number) => string; legend?: 'right' | 'top' } = {},
) {
  const theme = useTheme()
  const colours = computed(() => theme.current.value.colors)
  const ink = computed(() => String(colours.value['on-surface']))
  const options = computed<ChartOptions<'bar'>>(() => ({
    indexAxis: 'y',
    animation: false,
    maintainAspectRatio: false,
    scales: {
      x: { min: 0, max: most, title: { display: true, text: title, color: ink.value }, ticks: { color: ink.value } },
      y: { ticks: { color: ink.value }, grid: { display: false } },
    },
    plugins: {
      legend: { position: legend, align: legend === 'top' ? 'start' : 'center', labels: { color: ink.value, boxWidth: 12 } },
      ...(label && {
        tooltip: { callbacks: { label: ({ dataset, dataIndex }) => label(dataset.label ?? '', dataIndex) } },
      }),
    },
  }))
  return { options, ink, colours }
}
