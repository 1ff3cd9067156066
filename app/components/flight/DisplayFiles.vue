<script setup lang="ts">
/** What of a display goes out to files and comes in from them: pictures, the layout, and the glyphs. */
import { mdiFileOutline } from '@mdi/js'
import { encode } from 'fast-png'
import {
  GlyphFileError,
  bdfOf,
  pixelsOfPng,
  rasterOf,
  screenOf,
  setFromBdf,
  setFromSheet,
  shapesOfSet,
  sheetOf,
  type DisplayKind,
  type Raster,
  type Scene,
} from '#core/display'
import { displaySvg } from '#core/documents'
import type { FlightValues } from '#core/flight'
import type { DisplayLayout } from '#core/plan'
import { InputError, displayFileOf, readDisplayFile } from '#core/schema'
import { chosenFile } from '~/composables/chosenFile'
import { download } from '~/composables/download'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { layout, display, values, longest, scene } = defineProps<{
  layout: DisplayLayout
  display: DisplayKind
  values: FlightValues
  longest: boolean
  scene: Scene
}>()
const emit = defineEmits<{ layout: [layout: DisplayLayout] }>()
const build = useBuild()
const plan = usePlan()
const wrong = ref('')
const layoutFile = useTemplateRef<HTMLInputElement>('layoutFile')
const glyphFile = useTemplateRef<HTMLInputElement>('glyphFile')

const screen = () => screenOf(layout, display, longest ? undefined : values, plan.value.name)
const name = () => `${plan.value.name} ${layout.name}`
const png = ({ width, height, data }: Raster) => new Uint8Array(encode({ width, height, data, channels: 4, depth: 8 }))
const saveSvg = () => download(`${name()}.svg`, 'image/svg+xml', displaySvg(screen(), display, values, layout.name, scene))
const savePng = () => download(`${name()}.png`, 'image/png', png(rasterOf(screen(), display, scene, values)))
const saveLayout = () => download(`${name()}.display.json`, 'application/json', displayFileOf(layout))
const saveSheet = () => download(`${display.set.name} ${display.set.size} glyphs.png`, 'image/png', png(sheetOf(display.set)))
const saveBdf = () => download(`${display.set.name} ${display.set.size} glyphs.bdf`, 'text/plain', bdfOf(display.set))

/** The file that was chosen, whose field takes the same file again. */
function fileOf(event: Event): File | undefined {
  wrong.value = ''
  return chosenFile(event)
}
async function loadLayout(event: Event) {
  const file = fileOf(event)
  if (!file) return
  try {
    emit('layout', readDisplayFile(await file.text()))
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    wrong.value = `${file.name}: ${error.message}`
  }
}
async function loadGlyphs(event: Event) {
  const file = fileOf(event)
  if (!file) return
  try {
    const title =
      file.name
        .replace(/\.\w+$/, '')
        .replace(/\p{C}/gu, '')
        .trim()
        .slice(0, 80) || 'Glyphs'
    const set = /\.bdf$/i.test(file.name)
      ? setFromBdf(await file.text(), title, display.set.size)
      : setFromSheet(pixelsOfPng(new Uint8Array(await file.arrayBuffer())), title)
    const missing =
      set.size > display.set.size ? ` It is one of ${set.size}; this display holds ${display.set.size} and keeps its own.` : ''
    build.edit({ type: 'glyphs.set', glyphs: shapesOfSet(set) }, `${set.glyphs.size} glyphs of ${title} are taken.${missing}`)
  } catch (error) {
    if (!(error instanceof GlyphFileError)) throw error
    wrong.value = `${file.name}: ${error.message}`
  }
}
const items = computed(() => [
  { title: 'Save the picture as SVG', run: saveSvg },
  { title: 'Save the picture as PNG', run: savePng },
  { title: 'Save the layout', run: saveLayout },
  { title: 'Load a layout', run: () => layoutFile.value?.click() },
  { title: 'Save the glyphs as a PNG sheet', run: saveSheet },
  { title: 'Save the glyphs as BDF', run: saveBdf },
  { title: 'Load glyphs (PNG sheet or BDF)', run: () => glyphFile.value?.click() },
  ...(plan.value.glyphs
    ? [{ title: 'The product’s own glyphs', run: () => build.edit({ type: 'glyphs.set', glyphs: null }) }]
    : []),
])
</script>

<template>
  <span>
    <v-menu>
      <template #activator="{ props: opener }">
        <v-btn size="small" :prepend-icon="mdiFileOutline" v-bind="opener">Save or load</v-btn>
      </template>
      <v-list density="compact">
        <v-list-item v-for="item in items" :key="item.title" :title="item.title" @click="item.run" />
      </v-list>
    </v-menu>
    <input ref="layoutFile" class="d-none" type="file" accept=".json" aria-label="File of a layout" @change="loadLayout" />
    <input ref="glyphFile" class="d-none" type="file" accept=".png,.bdf" aria-label="File of glyphs" @change="loadGlyphs" />
    <span v-if="wrong" class="text-error" role="alert">{{ wrong }}</span>
  </span>
</template>
