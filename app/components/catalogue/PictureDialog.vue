<script setup lang="ts">
/** A picture that is dropped, chosen or pasted: kept as it is, or straightened and laid under the drawing of a side. */
import { mdiFileImageOutline } from '@mdi/js'
import type { BoardDefinition } from '#core/catalogue'
import { frameOf, holePatterns, withLaidPicture, type Attached } from '#core/tracing'
import { useMarks, type MarkedBy } from '~/composables/useMarks'
import { useOpenedPicture } from '~/composables/useOpenedPicture'
import { keepPicture, straightPicture, wholePicture } from '~/pictures/opened'

const open = defineModel<boolean>({ required: true })
const { board = undefined, again = undefined } = defineProps<{
  /** The board under whose drawing a picture may be laid; of other things pictures are only kept. */
  board?: BoardDefinition
  /** A picture that is kept and is to be laid. */
  again?: Attached
}>()
const emit = defineEmits<{ keep: [part: Attached]; lay: [board: BoardDefinition] }>()

const pictures = useOpenedPicture()
const { opened, address, problem, working } = pictures
const label = ref('')
const refusal = ref('')
const keeping = ref(false)
const input = useTemplateRef<HTMLInputElement>('input')
const sheet = useTemplateRef<{ zoom: (factor: number) => void; fit: () => void }>('sheet')
const size = () => ({ width: opened.value?.bitmap.width ?? 1, height: opened.value?.bitmap.height ?? 1 })
const isOutlined = () => Object.values(board?.attached ?? {}).some(({ laid }) => laid?.side === 'top')
const outline = () => board?.outline ?? { width: 36, height: 36, radius: 0, holes: [] }
const marking = useMarks(size, outline, isOutlined)
const { side, by, extent, apart, distance, marks, places, next, laying, seen } = marking
const ways: { value: MarkedBy; title: string }[] = [
  { value: 'corners', title: 'The board’s four corners' },
  { value: 'holes', title: 'Four mounting holes' },
  { value: 'distance', title: 'Two places, of a straight picture' },
]
const patterns = [...holePatterns.map(({ width }) => `${width} × ${width}`), 'other']
const pattern = ref(patterns[0]!)
watch(pattern, (chosen) => Object.assign(apart, holePatterns[patterns.indexOf(chosen)] ?? {}))
const figures = computed(() => {
  if (by.value === 'corners')
    return [
      { words: 'Width of the board, mm', of: extent, key: 'width' as const },
      { words: 'Height of the board, mm', of: extent, key: 'height' as const },
    ]
  return by.value === 'holes' && pattern.value === 'other'
    ? [
        { words: 'Holes apart across, mm', of: apart, key: 'width' as const },
        { words: 'Holes apart down, mm', of: apart, key: 'height' as const },
      ]
    : []
})
const figureIn = (event: Event) => Number((event.target as HTMLInputElement).value.replace(',', '.')) || 0

function begun() {
  label.value = again?.label ?? opened.value!.name
  refusal.value = ''
  marking.begin()
}
async function take(file?: File | null) {
  if (file && (await pictures.take(file))) begun()
}
function chosen(event: Event) {
  const field = event.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  void take(file)
}
function pasted(event: ClipboardEvent) {
  const file = [...(event.clipboardData?.files ?? [])][0]
  if (!file || !open.value) return
  event.preventDefault()
  void take(file)
}
async function turnTo(page: number) {
  if (await pictures.turnTo(page)) marking.begin()
}
watch(
  open,
  async (on) => {
    if (!on) return pictures.close()
    if (again?.picture && (await pictures.takeKept(again.picture, again.label))) begun()
  },
  { immediate: true },
)
onMounted(() => window.addEventListener('paste', pasted))
onBeforeUnmount(() => window.removeEventListener('paste', pasted))

/** Redraws it, keeps it on the server, and hands on what is made of it; where that fails, all stays as it is. */
async function finish(redrawn: () => Promise<Blob>, hand: (picture: string) => void) {
  keeping.value = true
  refusal.value = ''
  try {
    hand(await keepPicture(await redrawn()))
    open.value = false
  } catch (error) {
    refusal.value = (error as Error).message
  } finally {
    keeping.value = false
  }
}
const name = () => label.value.trim() || 'Picture'
function keep() {
  const { bitmap } = opened.value!
  return finish(
    () => wholePicture(bitmap),
    (picture) => emit('keep', { label: name(), picture }),
  )
}
function lay() {
  const [{ bitmap }, made, below] = [opened.value!, laying.value!, board!]
  return finish(
    () => straightPicture(bitmap, made.onBoard, frameOf(made.outline)),
    (picture) => emit('lay', withLaidPicture(below, { label: name(), picture, side: side.value }, made)),
  )
}
</script>

<template>
  <v-dialog v-model="open" width="1160" aria-label="Picture">
    <v-card :title="board ? 'A picture of the board' : 'A picture to keep'">
      <v-card-text class="content">
        <div class="shown" @dragover.prevent @drop.prevent="take($event.dataTransfer?.files[0])">
          <template v-if="opened && address">
            <MarkedPicture
              ref="sheet"
              :address
              :size="size()"
              :marks="board ? marks : []"
              :places
              :next
              :seen="board ? seen : undefined"
              @click="marking.click"
              @put="marking.put"
            />
          </template>
          <div v-else class="empty">
            <p v-if="working" role="status">Opening it.</p>
            <template v-else>
              <p>Drop a photograph or a drawing here, or paste one: PNG, JPEG, WebP, or a page of a PDF.</p>
              <v-btn variant="flat" color="primary" :prepend-icon="mdiFileImageOutline" @click="input?.click()"
                >Choose a file</v-btn
              >
              <p class="quiet hint">It is redrawn here, so that nothing else of the file is kept: no place, no time, no owner.</p>
            </template>
          </div>
          <input
            ref="input"
            type="file"
            accept="image/png,image/jpeg,image/webp,application/pdf"
            hidden
            aria-label="Picture file"
            @change="chosen"
          />
        </div>
        <div class="form">
          <p v-if="problem" role="alert" class="wrong">{{ problem }}</p>
          <template v-if="opened">
            <div class="line">
              <v-btn @click="sheet?.zoom(1.5)">Closer</v-btn>
              <v-btn @click="sheet?.fit()">Whole</v-btn>
              <v-btn :disabled="working" @click="input?.click()">Another file</v-btn>
            </div>
            <div v-if="opened.pages > 1" class="line">
              <v-btn :disabled="opened.page <= 1 || working" @click="turnTo(opened.page - 1)">Page before</v-btn>
              <span role="status">Page {{ opened.page }} of {{ opened.pages }}</span>
              <v-btn :disabled="opened.page >= opened.pages || working" @click="turnTo(opened.page + 1)">Next page</v-btn>
            </div>
            <v-text-field v-model="label" label="Name" maxlength="80" />
            <template v-if="board">
              <v-btn-toggle v-model="side" mandatory density="compact" variant="outlined" divided aria-label="Side it shows">
                <v-btn value="top">Top</v-btn><v-btn value="bottom">Bottom, from below</v-btn>
              </v-btn-toggle>
              <v-select v-model="by" :items="ways" label="Marks go on" />
              <v-select v-if="by === 'holes'" v-model="pattern" :items="patterns" label="Holes apart, mm" />
              <label v-for="figure in figures" :key="figure.words" class="figure">
                {{ figure.words }}
                <input
                  :value="figure.of[figure.key]"
                  class="mono"
                  inputmode="decimal"
                  :aria-label="figure.words"
                  @input="figure.of[figure.key] = figureIn($event)"
                />
              </label>
              <label v-if="by === 'distance'" class="figure">
                Distance of the two, mm
                <input
                  :value="distance"
                  class="mono"
                  inputmode="decimal"
                  aria-label="Distance of the two, mm"
                  @input="distance = figureIn($event)"
                />
              </label>
              <ol class="marks">
                <li v-for="(mark, at) in marks" :key="mark.key" :class="{ next: at === next }">{{ mark.words }}</li>
              </ol>
              <p class="quiet hint" role="status">
                Click at {{ next + 1 }}: {{ marks[next]!.words }}. Marks can be dragged, and moved by arrow keys.
              </p>
              <p v-if="marking.problem.value" class="wrong" role="alert">{{ marking.problem.value }}</p>
              <p v-else-if="laying">
                Outline {{ laying.outline.width }} × {{ laying.outline.height }} mm,
                {{ laying.outline.holes.length || 'no' }} holes.
              </p>
            </template>
          </template>
          <p v-if="refusal" role="alert" class="wrong">{{ refusal }}</p>
        </div>
      </v-card-text>
      <v-card-actions>
        <span v-if="keeping" class="quiet" role="status">Redrawing and keeping it.</span>
        <v-spacer />
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn v-if="!again" variant="outlined" :disabled="!opened || keeping" @click="keep">Keep it as it is</v-btn>
        <v-btn v-if="board" variant="flat" color="primary" :disabled="!opened || !laying || keeping" @click="lay"
          >Lay it under the drawing</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.content {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 280px;
  gap: var(--space-4);
}
.shown {
  height: min(560px, 62vh);
  border: var(--edge);
}
.empty {
  display: flex;
  flex-direction: column;
  gap: var(--space-4);
  height: 100%;
  align-items: center;
  justify-content: center;
  text-align: center;
  padding: var(--space-5);
}
.form :deep(.v-input) {
  flex: none;
}
.form {
  display: flex;
  flex-direction: column;
  gap: var(--space-3);
  background: rgb(var(--v-theme-surface));
  font-size: var(--text-small);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  align-items: center;
}
.figure {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  justify-content: space-between;
}
.figure input {
  width: 72px;
  border: var(--edge);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: var(--space-1) var(--space-2);
}
.marks {
  padding-left: var(--space-6);
}
.marks .next {
  font-weight: 700;
}
.wrong {
  color: rgb(var(--v-theme-error));
}
@media (max-width: 640px) {
  .content {
    grid-template-columns: minmax(0, 1fr);
  }
  .shown {
    height: 45vh;
  }
}
</style>
