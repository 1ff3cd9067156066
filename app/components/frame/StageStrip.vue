<script setup lang="ts">
import { countBySeverity, findingsOf, stages, type Stage } from '~/composables/useSeverity'
import { useBuild } from '~/stores/build'

const build = useBuild()
const route = useRoute()

const items = computed(() =>
  stages.map((stage) => {
    const open = countBySeverity(findingsOf(stage.id, build.analysis?.findings ?? []))
    return {
      ...stage,
      open,
      state: stateOf(
        stage.id,
        open.some(({ severity }) => severity === 'stop' || severity === 'fix'),
      ),
    }
  }),
)

function stateOf(stage: Stage, anyOpen: boolean): string {
  const { plan } = build
  const begun = stage === 'fit-out' ? plan?.devices.length : Object.keys(plan?.assignment ?? {}).length
  if (!begun) return 'not begun'
  return anyOpen ? 'open' : 'clear'
}
</script>

<template>
  <nav class="strip no-print" aria-label="Stages of the work">
    <NuxtLink
      v-for="(stage, at) in items"
      :key="stage.id"
      :to="`/builds/${build.id}/${stage.id}`"
      class="stage"
      :class="{ here: route.path.endsWith(stage.id) }"
      :aria-current="route.path.endsWith(stage.id) ? 'page' : undefined"
    >
      <span class="number mono" aria-hidden="true">{{ at + 1 }}</span>
      <b>{{ stage.name }}</b>
      <span class="quiet state">{{ stage.state }}</span>
      <SeverityMark v-for="one in stage.open" :key="one.severity" :severity="one.severity" :count="one.count" />
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
  display: flex;
  align-items: center;
  gap: 7px;
  padding: 0 20px 0 14px;
  color: inherit;
  text-decoration: none;
  clip-path: polygon(0 0, calc(100% - 10px) 0, 100% 50%, calc(100% - 10px) 100%, 0 100%, 10px 50%);
  margin-right: -5px;
  padding-left: 22px;
}
.stage:first-child {
  clip-path: polygon(0 0, calc(100% - 10px) 0, 100% 50%, calc(100% - 10px) 100%, 0 100%);
  padding-left: 14px;
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
  font-size: 11px;
}
.state {
  font-size: 12px;
}
</style>
