<script setup lang="ts">
/** The craft from above with its lights, one by one, as they are lit now; ends of pieces are dragged or moved by key. */
import { outlineOf } from '#core/harness'
import type { LaidStrip, LitLight } from '#core/lights'
import type { LightPiece, Plan } from '#core/plan'
import { useSvgDrag, type Point } from '~/composables/useSvgDrag'

const { craft, strips } = defineProps<{ craft: Plan['craft']; strips: { laid: LaidStrip; lit: LitLight[] }[] }>()
const emit = defineEmits<{ piece: [need: string, at: number, piece: LightPiece] }>()
/** The piece that is looked at. */
const chosen = defineModel<{ need: string; piece: number }>('chosen')

type End = { need: string; at: number; end: 'from' | 'to' }
const held = shallowRef<{ need: string; at: number; piece: LightPiece }>()
const pieceOf = (need: string, at: number) => strips.find(({ laid }) => laid.need.key === need)!.laid.strip.pieces[at]!
const shown = (need: string, at: number) =>
  held.value?.need === need && held.value.at === at ? held.value.piece : pieceOf(need, at)

const view = computed(() => {
  const reach = Math.max(
    craft.size * (craft.outline === 'wing' ? 0.52 : 0.56),
    ...strips.flatMap(({ laid }) => laid.lights.map(({ x, y }) => 1.1 * Math.max(Math.abs(x), Math.abs(y)))),
  )
  const tall = craft.outline === 'wing' ? reach * 0.7 : reach * 0.86
  return { x: -reach, y: -tall, width: 2 * reach, height: 2 * tall }
})
const unit = computed(() => view.value.width / 560)
const outline = computed(() => outlineOf(craft).map((line) => line.map(({ x, y }) => `${x},${-y}`).join(' ')))
const { hold, pull, letGo, breakOff } = useSvgDrag<End>({
  place: ({ need, at, end }) => ({ x: pieceOf(need, at)[end].x, y: -pieceOf(need, at)[end].y }),
  follow: ({ need, at, end }, point) => (held.value = { need, at, piece: { ...pieceOf(need, at), [end]: onCraft(point) } }),
  drop: ({ need, at }, moved) => {
    if (moved && held.value) emit('piece', need, at, held.value.piece)
    held.value = undefined
  },
  back: () => (held.value = undefined),
})
const onCraft = ({ x, y }: Point) => ({ x: limited(x), y: limited(-y) })
const limited = (value: number) => Math.max(-2000, Math.min(2000, Math.round(value)))
function onKey(event: KeyboardEvent, { need, at, end }: End) {
  const step = event.shiftKey ? 25 : 5
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
  if (!by) return
  event.preventDefault()
  const piece = pieceOf(need, at)
  emit('piece', need, at, { ...piece, [end]: { x: limited(piece[end].x + by[0]!), y: limited(piece[end].y + by[1]!) } })
}
/** Where two ends meet, those of the chosen piece are the ones to be taken hold of. */
function isUnder({ need, at, end }: End): boolean {
  if (!chosen.value || isChosen(need, at) || !strips.some(({ laid }) => laid.need.key === chosen.value?.need)) return false
  const own = pieceOf(need, at)[end]
  const held = strips.find(({ laid }) => laid.need.key === chosen.value!.need)!.laid.strip.pieces[chosen.value.piece]
  return [held?.from, held?.to].some((other) => other && Math.hypot(other.x - own.x, other.y - own.y) < 10 * unit.value)
}
const isChosen = (need: string, at: number) => chosen.value?.need === need && chosen.value.piece === at
</script>

<template>
  <svg
    class="plan"
    :viewBox="`${view.x} ${view.y} ${view.width} ${view.height}`"
    role="group"
    aria-label="The lights on the craft, from above"
    @pointermove="pull"
    @pointerup="letGo"
    @pointercancel="breakOff"
  >
    <polyline v-for="(line, at) in outline" :key="at" class="outline" :points="line" />
    <path class="nose" :transform="`scale(${unit})`" d="M0 -6 l5 9 h-10 z" />
    <template v-for="{ laid, lit } in strips" :key="laid.need.key">
      <g
        v-for="(piece, at) in laid.strip.pieces"
        :key="at"
        class="piece"
        :class="{ chosen: isChosen(laid.need.key, at) }"
        @pointerdown="chosen = { need: laid.need.key, piece: at }"
      >
        <line
          class="strip"
          :x1="shown(laid.need.key, at).from.x"
          :y1="-shown(laid.need.key, at).from.y"
          :x2="shown(laid.need.key, at).to.x"
          :y2="-shown(laid.need.key, at).to.y"
          :stroke-width="10 * unit"
        />
      </g>
      <g v-for="light in lit" :key="light.number" class="light">
        <circle v-if="light.colour" class="glow" :cx="light.x" :cy="-light.y" :r="7 * unit" :fill="light.colour" />
        <circle class="dot" :cx="light.x" :cy="-light.y" :r="3 * unit" :fill="light.colour ?? 'transparent'" :stroke-width="unit">
          <title>light {{ light.number }}</title>
        </circle>
      </g>
      <g v-for="(piece, at) in laid.strip.pieces" :key="`ends ${at}`">
        <g v-for="end in ['from', 'to'] as const" :key="end">
          <rect
            class="end"
            :class="{ under: isUnder({ need: laid.need.key, at, end }) }"
            :x="shown(laid.need.key, at)[end].x - 5 * unit"
            :y="-shown(laid.need.key, at)[end].y - 5 * unit"
            :width="10 * unit"
            :height="10 * unit"
            :stroke-width="unit"
            :rx="end === 'from' ? 5 * unit : 0"
            tabindex="0"
            role="button"
            :aria-label="`${laid.need.fitted.instance.name}, piece ${at + 1}, ${end === 'from' ? 'data in' : 'data out'}`"
            @focus="chosen = { need: laid.need.key, piece: at }"
            @pointerdown="hold($event, { need: laid.need.key, at, end })"
            @keydown="onKey($event, { need: laid.need.key, at, end })"
          />
        </g>
      </g>
    </template>
  </svg>
</template>

<style scoped>
.plan {
  display: block;
  width: 100%;
  max-height: 430px;
  touch-action: none;
  user-select: none;
  background: #18222c;
  border-radius: 4px;
}
.outline {
  fill: none;
  stroke: #7c8a96;
  vector-effect: non-scaling-stroke;
}
.nose {
  fill: #c8d0d6;
}
.strip {
  stroke: #33424f;
  stroke-linecap: round;
  cursor: pointer;
}
.piece.chosen .strip {
  stroke: #8d6f9f;
}
.glow {
  opacity: 0.4;
}
.dot {
  stroke: #9fb0bd;
  pointer-events: auto;
}
.end.under {
  pointer-events: none;
}
.end {
  fill: #18222c;
  stroke: #ffffff;
  cursor: move;
}
</style>
