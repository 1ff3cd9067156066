<script setup lang="ts">
import { stages, type Stage } from '#core/checks'
import { lastViews } from '~/composables/lastViews'
import { countBySeverity, findingsOf } from '~/composables/severityCounts'
import { useBuild } from '~/stores/build'

const build = useBuild()
const route = useRoute()
const lastView = lastViews(route)
const pathOf = (stage: string) => `/builds/${build.id}/${stage}`

const items = computed(() =>
  (Object.keys(stages) as Stage[]).map((id) => {
    const open = countBySeverity(findingsOf(id, build.analysis?.findings ?? []))
    const grave = open.some(({ severity }) => severity === 'stop' || severity === 'fix')
    return { id, name: stages[id], open, state: stateOf(id, grave) }
  }),
)

function stateOf(stage: Stage, anyOpen: boolean): string {
  const { plan } = build
  const begun: Partial<Record<Stage, object>> = { 'fit-out': plan?.devices, flight: plan?.displays }
  if (!Object.keys(begun[stage] ?? plan?.assignment ?? {}).length) return 'not begun'
  if (anyOpen) return 'open'
  // Without an allocation hardly a rule can be judged.
  return Object.keys(plan?.assignment ?? {}).length ? 'no faults' : 'not judged yet'
}
</script>

<template>
  <nav class="strip no-print" aria-label="Stages of the work">
    <NuxtLink
      v-for="(stage, at) in items"
      :key="stage.id"
      :to="{ path: pathOf(stage.id), query: lastView(pathOf(stage.id)) }"
      no-prefetch
      class="stage"
      :class="{ here: route.path.endsWith(stage.id) }"
      :aria-current="route.path.endsWith(stage.id) ? 'page' : undefined"
    >
      <span class="number mono" aria-hidden="true">{{ at + 1 }}</span>
      <b>{{ stage.name }}</b>
      <span class="quiet state">{{ stage.state }}</span>
      <SeverityMark v-for="count in stage.open" :key="count.severity" :severity="count.severity" :count="count.count" />
    </NuxtLink>
    <span class="rest" />
  </nav>
</template>

<style scoped>
.strip {
  display: flex;
  height: 38px;
  border-bottom: var(--edge);
}
.stage {
  --point: 10px;
  display: flex;
  align-items: center;
  gap: var(--space-3);
  padding: 0 var(--space-6) 0 var(--space-7);
  color: inherit;
  text-decoration: none;
  clip-path: polygon(0 0, calc(100% - var(--point)) 0, 100% 50%, calc(100% - var(--point)) 100%, 0 100%, var(--point) 50%);
  margin-right: calc(var(--point) / -2);
}
.stage:first-child {
  clip-path: polygon(0 0, calc(100% - var(--point)) 0, 100% 50%, calc(100% - var(--point)) 100%, 0 100%);
  padding-left: var(--space-5);
}
.stage.here {
  background: rgb(var(--v-theme-surface-variant));
}
.number {
  display: grid;
  place-items: center;
  width: 18px;
  height: 18px;
  border: 1.5px solid currentColor;
  border-radius: 50%;
  font-size: var(--text-note);
}
.state {
  font-size: var(--text-fine);
}
@media (max-width: 960px) {
  .strip {
    overflow-x: auto;
  }
}
@media (max-width: 640px) {
  .stage {
    flex: 0 0 auto;
    padding-right: var(--space-5);
  }
  .state {
    display: none;
  }
}
</style>
