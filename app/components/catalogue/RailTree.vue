<script setup lang="ts">
/** The rails of a board as a tree: what comes in, and what is made from it. */
import { railTree, type BoardDefinition, type RailInTree } from '#core/catalogue'

const { board } = defineProps<{ board: BoardDefinition }>()
const emit = defineEmits<{ choose: [rail: string] }>()
const tree = computed(() => railTree(board))
const [width, height, step, line] = [250, 44, 40, 56]
const at = ({ depth, row }: RailInTree) => ({ x: 2 + depth * step, y: 2 + row * line })
const size = computed(() => ({
  width: 4 + width + Math.max(0, ...tree.value.map(({ depth }) => depth)) * step,
  height: 4 + tree.value.length * line - (line - height),
}))
/** From below the rail it is made from, down and to the right. */
function lead(rail: RailInTree): string {
  const from = tree.value.find(({ id }) => id === rail.from)
  if (!from) return ''
  const [above, here] = [at(from), at(rail)]
  return `M${above.x + step / 2} ${above.y + height} V${here.y + height / 2} H${here.x}`
}
const countOf = ({ pads, morePads }: RailInTree) => {
  const count = pads.length + morePads
  return count ? `${count} ${count === 1 ? 'pad' : 'pads'}` : 'no pad'
}
const padsOf = ({ pads, morePads }: RailInTree) =>
  pads.length ? `at ${pads.join(', ')}${morePads ? ` and ${morePads} more` : ''}` : 'at no pad'
</script>

<template>
  <section class="tree" aria-label="What is made from what">
    <h2>What is made from what</h2>
    <p v-if="!tree.length" class="quiet">No rails yet.</p>
    <svg
      v-else
      :viewBox="`0 0 ${size.width} ${size.height}`"
      :width="size.width"
      :height="size.height"
      role="group"
      aria-label="Rails"
    >
      <path v-for="rail in tree" :key="rail.id" :d="lead(rail)" class="lead" />
      <g
        v-for="rail in tree"
        :key="rail.id"
        class="rail"
        :class="{ fault: rail.fault }"
        role="button"
        tabindex="0"
        :aria-label="`${rail.label}: ${rail.gives}; ${rail.fault ?? rail.takes}; ${padsOf(rail)}`"
        :transform="`translate(${at(rail).x} ${at(rail).y})`"
        @click="emit('choose', rail.id)"
        @keydown.enter="emit('choose', rail.id)"
        @keydown.space.prevent="emit('choose', rail.id)"
      >
        <rect :width :height rx="3" />
        <text x="8" y="17" class="name">{{ rail.label }}</text>
        <text :x="width - 8" y="17" text-anchor="end">{{ rail.gives }}</text>
        <text x="8" y="34" class="small">{{ rail.fault ?? rail.takes }}</text>
        <text v-if="!rail.fault" :x="width - 8" y="34" text-anchor="end" class="small">
          {{ countOf(rail) }}
        </text>
        <title>{{ padsOf(rail) }}</title>
      </g>
    </svg>
  </section>
</template>

<style scoped>
.tree {
  padding: var(--space-4) var(--space-5);
  font-size: var(--text-small);
  overflow: auto;
}
h2 {
  font-size: var(--text-small);
  margin-bottom: var(--space-3);
}
.lead {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.5;
}
rect {
  fill: rgb(var(--v-theme-surface));
  stroke: rgba(var(--v-border-color), 0.6);
}
.rail {
  cursor: pointer;
}
.rail:focus-visible rect {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2;
}
.fault rect {
  stroke: rgb(var(--v-theme-error));
}
.fault .small {
  fill: rgb(var(--v-theme-error));
}
text {
  fill: currentcolor;
  font-size: var(--text-small);
}
.name {
  font-weight: 700;
}
.small {
  font-size: var(--text-fine);
  opacity: 0.8;
}
</style>
