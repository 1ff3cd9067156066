<script setup lang="ts">
/** The drawing of a board that is edited, over its picture: pads are chosen, moved, straightened, and taken away. */
import { mdiAlignHorizontalCenter, mdiDeleteOutline, mdiDotsHorizontal } from '@mdi/js'
import type { Board, BoardDefinition, BoardSide } from '#core/catalogue'
import type { Spot } from '#core/entry'
import { useChosenPads } from '~/composables/useChosenPads'
import { useLaidPicture } from '~/composables/useLaidPicture'

const { drawn, board, placing } = defineProps<{
  drawn: Board
  board: BoardDefinition
  /** Clicks place pads: they choose none. */
  placing: boolean
}>()
const emit = defineEmits<{ change: [board: BoardDefinition]; spot: [at: Spot & { side: BoardSide }] }>()
const side = ref<BoardSide>('top')
const picture = useLaidPicture(
  () => drawn,
  () => side.value,
)
const shown = ref(60)
const pads = useChosenPads(
  () => board,
  (next) => emit('change', next),
)
const { chosen, lit } = pads
watch(side, pads.none)
/** Where the drawing was clicked, until something comes of it. */
const last = shallowRef<Spot & { side: BoardSide }>()
function clicked(at: Spot) {
  last.value = { ...at, side: side.value }
  emit('spot', last.value)
}
watch(
  () => board,
  () => (last.value = undefined),
)
const words = computed(() => {
  const [first, ...others] = chosen.value
  if (!first) return ''
  return others.length ? `${others.length + 1} pads chosen` : `${board.pads[first]!.label} chosen`
})
</script>

<template>
  <div class="sheet">
    <div class="bar">
      <v-btn-toggle v-model="side" mandatory density="compact" variant="outlined" divided aria-label="Side of the board">
        <v-btn value="top">Top</v-btn><v-btn value="bottom">Bottom</v-btn>
      </v-btn-toggle>
      <PictureSlider v-if="picture" v-model="shown" />
    </div>
    <div class="bar tools">
      <template v-if="chosen.length">
        <span role="status">{{ words }}</span>
        <v-btn v-if="chosen.length === 1" :prepend-icon="mdiDotsHorizontal" @click="pads.row(chosen[0]!)">Its row</v-btn>
        <v-btn v-if="chosen.length > 2" :prepend-icon="mdiAlignHorizontalCenter" @click="pads.align">Straighten</v-btn>
        <v-btn :prepend-icon="mdiDeleteOutline" @click="pads.remove">Remove</v-btn>
        <v-btn @click="pads.none">Choose none</v-btn>
      </template>
      <span v-else-if="placing" class="quiet">Click where the pads lie.</span>
      <span v-else-if="Object.keys(board.pads).length" class="quiet"
        >Click a pad to choose it (Shift: one more; twice: its row), then drag it or use the arrows.</span
      >
    </div>
    <BoardDrawing
      :key="side"
      class="drawing"
      :board="drawn"
      :side
      :lit
      :picture
      :shown="shown / 100"
      :cross="placing && last?.side === side ? last : undefined"
      movable
      data-testid="board"
      @spot="clicked"
      @pick="pads.pick"
      @row="pads.row"
      @move="pads.move"
      @remove="pads.remove"
    />
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  flex: 1 1 55%;
  min-height: 240px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-2) var(--space-4);
  padding: var(--space-3) var(--space-4);
  font-size: var(--text-small);
}
.tools {
  min-height: 40px;
  padding-top: 0;
}
.drawing {
  flex: 1;
  min-height: 0;
}
</style>
