<script setup lang="ts">
/** Each link as what it is: two facing ends with the wire between them. */
import { headRoom, linkBudget, serialLinks, type SerialLink } from '#core/links'
import { setupRounds } from '#core/settings'
import { figure, formatShare, plain } from '#core/units'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useAnalysis, usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const analysis = useAnalysis()
const resolved = useResolved()
const selection = useSelection()
const build = useBuild()
const plan = usePlan()
const rounds = computed(() => setupRounds(resolved.value))

/** In which round something of a link is set, counted from 1. */
const roundOf = (id: string) => rounds.value.findIndex((round) => round.some((step) => step.id === id)) + 1
/** As many as a screen shows come first, the others when those are painted. */
const first = 4
const isPainted = useAfterPaint()
const links = computed(() =>
  serialLinks(resolved.value)
    .slice(0, isPainted.value ? undefined : first)
    .map((link) => {
      const { key, fitted } = link.need
      const settings = rounds.value.flat().filter(({ where }) => where === fitted.id)
      return {
        key,
        link,
        budget: linkBudget(link),
        round: roundOf(`link:${key}`),
        ways: [...new Set(settings.map(({ way }) => way))],
      }
    }),
)
const lines = ({ need: { need } }: SerialLink, budget: ReturnType<typeof linkBudget>) =>
  [
    { id: 'to', word: 'to the device', load: budget.toDevice.load, arrow: '→', used: need.lines !== 'from-device' },
    { id: 'from', word: 'from the device', load: budget.fromDevice.load, arrow: '←', used: need.lines !== 'to-device' },
  ].filter(({ used }) => used)
/** What goes over it how often, in words. */
const traffic = ({ toDevice, fromDevice }: ReturnType<typeof linkBudget>) =>
  [
    { arrow: '→', messages: toDevice.messages },
    { arrow: '←', messages: fromDevice.messages },
  ].flatMap(({ arrow, messages }) =>
    messages.map(({ name, rate, bytes }) => `${arrow} ${name} ${plain(rate, 0)}/s of ${bytes} bytes`),
  )
const variants = ({ need: { fitted } }: SerialLink) =>
  Object.entries(plan.value.definitions.devices[fitted.instance.definition]?.variants ?? {}).map(([value, { name }]) => ({
    value,
    title: name,
  }))
const firmware = computed(() => {
  const { definition, firmware: version } = plan.value.board
  return plan.value.definitions.boards[definition]!.firmwares[version]!.name
})
const grade = (load: number) => (load > 1 ? 'full' : load > headRoom ? 'busy' : 'easy')
</script>

<template>
  <section class="cards" aria-label="Links" data-testid="links">
    <p v-if="!links.length" class="quiet">No device is on a serial port.</p>
    <article
      v-for="{ key, link, budget, round, ways } in links"
      :key="key"
      :class="{ lit: selection.lit.has(`need:${key}`) }"
      :data-link="key"
    >
      <header>
        <button class="end" @click="selection.select(`port:${link.port.id}`)">
          <b>{{ link.port.label }}</b>
          <span class="quiet">number {{ link.port.number }} in the firmware</span>
        </button>
        <div class="wire">
          <div v-for="line in lines(link, budget)" :key="line.id" class="line" :title="`Load ${line.word}`">
            <span aria-hidden="true">{{ line.arrow }}</span>
            <span class="bar" :class="grade(line.load)"
              ><i :style="{ width: `${Math.min(100, line.load * 100)}%` }" /><em
            /></span>
            <span class="mono">{{ formatShare(line.load) }}</span>
            <span class="d-sr-only">{{ line.word }}</span>
          </div>
        </div>
        <button class="end right" @click="selection.select(`need:${key}`)">
          <b>{{ link.need.fitted.instance.name }}</b>
          <span class="quiet">{{ link.need.need.label }}</span>
        </button>
      </header>
      <LinkPair v-if="analysis.links[key]" facing :need="key" :link="analysis.links[key]!" />
      <p class="facts variants">
        <span>{{ resolved.board.name }} rev {{ resolved.board.revision }}, firmware {{ firmware }}</span>
        <label v-if="variants(link).length > 1"
          ><span class="d-sr-only">Variant of {{ link.need.fitted.instance.name }}</span>
          <CellSelect
            :model-value="link.need.fitted.instance.variant"
            :items="variants(link)"
            @update:model-value="(variant) => build.edit({ type: 'device.variant', device: link.need.fitted.id, variant })"
        /></label>
      </p>
      <p v-if="traffic(budget).length" class="quiet facts">{{ traffic(budget).join('; ') }}.</p>
      <p class="quiet facts">
        Board: set in round {{ round }}. Device: {{ ways.length ? ways.join('; ') : 'as it ships' }}. Rate
        {{ formatShare(budget.error) }} off, both ends together may be {{ formatShare(budget.tolerance) }} off{{
          budget.latency === undefined ? '' : `; a request and its reply take ${figure(budget.latency * 1000, 'ms', 1)}`
        }}{{ budget.processor === undefined ? '' : `; ${formatShare(budget.processor)} of the processor` }}.
      </p>
    </article>
  </section>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(430px, 100%), 1fr));
  gap: var(--space-5);
  padding: var(--space-5) var(--space-6);
}
article {
  border: var(--edge);
  border-radius: 4px;
  padding: var(--space-3) var(--space-4);
  background: rgb(var(--v-theme-surface));
  break-inside: avoid;
}
article.lit {
  border-color: rgb(var(--v-theme-secondary));
}
header {
  display: grid;
  grid-template-columns: 1fr 120px 1fr;
  gap: var(--space-3);
  align-items: center;
}
.end {
  display: flex;
  flex-direction: column;
  text-align: left;
  line-height: 1.25;
}
.end.right {
  text-align: right;
  align-items: flex-end;
}
.end span {
  font-size: var(--text-fine);
}
.line {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  font-size: var(--text-fine);
  height: 16px;
}
.bar {
  position: relative;
  flex: 1;
  height: 8px;
  border: 1px solid rgb(var(--v-theme-on-surface));
}
.bar i {
  position: absolute;
  inset: 0 auto 0 0;
  background: rgb(var(--v-theme-primary));
}
.bar.busy i {
  background: rgb(var(--v-theme-fix));
}
.bar.full i {
  background: rgb(var(--v-theme-error));
}
/* Where head room ends. */
.bar em {
  position: absolute;
  left: 70%;
  top: -2px;
  bottom: -2px;
  border-left: 1px solid rgb(var(--v-theme-on-surface));
}
.variants {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.facts {
  font-size: var(--text-fine);
  margin: var(--space-2) 0 0;
}
</style>
