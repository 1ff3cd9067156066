<script setup lang="ts">
import { buildOrder, type Wire } from '#core/harness'
import { endName, madeOf } from '#core/documents'
import { wireColours } from '#core/units'
import { useAnalysis, usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const analysis = useAnalysis()
const plan = usePlan()
const selection = useSelection()
const resolved = useResolved()
const steps = computed(() => buildOrder(resolved.value, analysis.value.wires))
const made = (wire: Wire) => plan.value.built[wire.id] === true
const count = computed(() => {
  const all = steps.value.flatMap((step) => step.wires)
  return { made: all.filter(made).length, all: all.length }
})
const checked = (at: number) => plan.value.built[`step:${steps.value[at]!.id}`] === true
/** The first step with something left to do. */
const next = computed(() => steps.value.findIndex((step, at) => !checked(at) || step.wires.some((wire) => !made(wire))))

const tick = (wire: string, on: boolean) => build.edit({ type: 'wire.tick', wire, made: on })
const on = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <section class="making" aria-label="Making" data-testid="making">
    <p role="status">
      <b>{{ count.made }} of {{ count.all }}</b> wires are made. The order is the one in which nothing is powered without its
      ground.
    </p>
    <v-progress-linear :model-value="count.all ? (count.made / count.all) * 100 : 0" color="primary" aria-label="Wires made" />
    <article v-for="(step, at) in steps" :key="step.id" :class="{ next: at === next }">
      <h2>{{ at + 1 }}. {{ step.title }}</h2>
      <label class="check">
        <input type="checkbox" :checked="checked(at)" @change="tick(`step:${step.id}`, on($event))" />
        <span>{{ step.check }}</span>
      </label>
      <label
        v-for="wire in step.wires"
        :key="wire.id"
        class="wire"
        :class="{ done: made(wire), lit: selection.lit.has(`wire:${wire.id}`) }"
      >
        <input type="checkbox" :checked="made(wire)" :aria-label="`${wire.number} is made`" @change="tick(wire.id, on($event))" />
        <b class="mono">{{ wire.number }}</b>
        <span class="swatch" :style="{ background: wireColours[wire.colour].hex }" />
        <span class="mono">{{ wire.colour }} AWG {{ wire.gauge }}, {{ madeOf(wire) }}</span>
        <span>{{ endName(resolved, wire.from) }} → {{ endName(resolved, wire.to) }}</span>
      </label>
    </article>
  </section>
</template>

<style scoped>
.making {
  padding: var(--space-4) var(--space-6);
  max-width: 860px;
}
article {
  border-left: 3px solid rgb(var(--v-theme-line));
  padding: var(--space-2) 0 var(--space-2) var(--space-5);
  margin-top: var(--space-5);
}
article.next {
  border-left-color: rgb(var(--v-theme-secondary));
}
h2 {
  font-size: var(--text-head);
}
label {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-2) var(--space-4);
  min-height: 34px;
  border-bottom: var(--edge);
  cursor: pointer;
}
.check span {
  flex: 1;
  min-width: 220px;
}
input {
  width: 20px;
  height: 20px;
}
.done {
  text-decoration: line-through;
  opacity: 0.75;
}
.swatch {
  width: 22px;
  height: 7px;
  border: 1px solid rgb(var(--v-theme-on-surface));
}
/* On paper in two columns; a step may go on in the next, a wire may not. */
@media print {
  .making {
    max-width: none;
    padding: 0;
    columns: 2;
    column-gap: 8mm;
    font-size: var(--text-small);
  }
  article {
    break-inside: auto;
    margin-top: var(--space-3);
  }
  label {
    break-inside: avoid;
    min-height: 0;
    padding: var(--space-2) 0;
    gap: 0 var(--space-3);
  }
  input {
    width: 13px;
    height: 13px;
  }
}
</style>
