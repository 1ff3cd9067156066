<script setup lang="ts">
/** Two texts of a board over each other: pads that are added, gone, moved and otherwise changed. */
import { padChanges, type BoardDefinition, type PadChange } from '#core/catalogue'

const { before, after } = defineProps<{ before: BoardDefinition; after: BoardDefinition }>()
const words: Record<PadChange['how'], string> = { added: 'added', gone: 'gone', moved: 'moved', changed: 'changed otherwise' }
const changes = computed(() => padChanges(before, after))
const counts = computed(() =>
  (Object.keys(words) as PadChange['how'][])
    .map((how) => ({ how, count: changes.value.filter((change) => change.how === how).length }))
    .filter(({ count }) => count),
)
const sides = computed(() =>
  (['top', 'bottom'] as const).flatMap((side) => {
    const on = changes.value.filter(({ from, to }) => from?.side === side || to?.side === side)
    const still = Object.entries(after.pads).filter(([id, pad]) => pad.side === side && !on.some((change) => change.id === id))
    return on.length ? [{ side, on, still }] : []
  }),
)
const outline = computed(() => ({
  width: Math.max(before.outline.width, after.outline.width),
  height: Math.max(before.outline.height, after.outline.height),
}))
/** As one sees it from that side. */
const across = (x: number, side: string) => (side === 'top' ? x : after.outline.width - x)
/** Labels stand outwards of the pad. */
const isRight = (x: number, side: string) => across(x, side) > outline.value.width / 2
const toldOf = (change: PadChange) =>
  `${change.label} ${words[change.how]}${change.how === 'moved' && change.from && change.to ? `: from ${change.from.x}, ${change.from.y} ${change.from.side} to ${change.to.x}, ${change.to.y} ${change.to.side} mm` : ''}`
</script>

<template>
  <section v-if="changes.length" aria-label="Pads compared">
    <p class="counts">
      <span v-for="{ how, count } in counts" :key="how" :class="how">
        <svg viewBox="-6 -6 12 12" width="14" height="14" aria-hidden="true"><use :href="`#pad-${how}`" /></svg>
        {{ count }} {{ count === 1 ? 'pad' : 'pads' }} {{ words[how] }}
      </span>
    </p>
    <svg width="0" height="0" aria-hidden="true" class="signs">
      <defs>
        <g id="pad-added"><circle r="5" class="added" /></g>
        <g id="pad-gone"><path d="M-4 -4 L4 4 M-4 4 L4 -4" class="gone" /></g>
        <g id="pad-moved"><circle r="4" class="moved" /></g>
        <g id="pad-changed"><rect x="-4" y="-4" width="8" height="8" class="changed" /></g>
      </defs>
    </svg>
    <div class="sides">
      <figure v-for="{ side, on, still } in sides" :key="side">
        <svg
          :viewBox="`-12 -3 ${outline.width + 24} ${outline.height + 6}`"
          role="img"
          :aria-label="`${side === 'top' ? 'Top' : 'Bottom'}: ${on.map(toldOf).join('; ')}`"
        >
          <rect class="board" :width="outline.width" :height="outline.height" :rx="after.outline.radius" />
          <circle v-for="[id, pad] in still" :key="id" class="still" :cx="across(pad.x, side)" :cy="pad.y" r="0.7" />
          <g v-for="change in on" :key="change.id">
            <line
              v-if="change.how === 'moved' && change.from?.side === side && change.to?.side === side"
              class="way"
              :x1="across(change.from.x, side)"
              :y1="change.from.y"
              :x2="across(change.to.x, side)"
              :y2="change.to.y"
            />
            <circle
              v-if="change.how === 'moved' && change.from?.side === side"
              class="was"
              :cx="across(change.from.x, side)"
              :cy="change.from.y"
              r="0.9"
            />
            <g
              v-if="(change.to ?? change.from)!.side === side"
              :transform="`translate(${across((change.to ?? change.from)!.x, side)} ${(change.to ?? change.from)!.y})`"
            >
              <use :href="`#pad-${change.how}`" transform="scale(0.22)" />
              <text
                font-size="2"
                :x="isRight((change.to ?? change.from)!.x, side) ? 1.6 : -1.6"
                y="0.7"
                :text-anchor="isRight((change.to ?? change.from)!.x, side) ? 'start' : 'end'"
              >
                {{ change.label }}
              </text>
              <title>{{ toldOf(change) }}</title>
            </g>
          </g>
        </svg>
        <figcaption class="quiet">{{ side === 'top' ? 'Top' : 'Bottom, as seen from below' }}</figcaption>
      </figure>
    </div>
  </section>
</template>

<style scoped>
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  font-size: var(--text-small);
}
.counts svg {
  vertical-align: -2px;
}
.signs {
  position: absolute;
}
.sides {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
}
figure {
  flex: 1 1 260px;
  text-align: center;
}
figure > svg {
  max-height: 260px;
  width: 100%;
}
figcaption {
  font-size: var(--text-small);
}
.board {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: currentcolor;
  stroke-width: 0.2;
}
.still {
  fill: none;
  stroke: currentcolor;
  stroke-width: 0.15;
  opacity: 0.5;
}
.added {
  fill: rgb(var(--v-theme-primary));
}
.gone {
  stroke: rgb(var(--v-theme-error));
  stroke-width: 2.4;
  fill: none;
}
.moved {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2.4;
}
.changed {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2.4;
}
.way {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 0.3;
  stroke-dasharray: 0.9 0.6;
}
.was {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 0.25;
  stroke-dasharray: 0.5 0.4;
}
text {
  fill: currentcolor;
}
</style>
