<script setup lang="ts">
import { makersParts, paperParts, type PaperPart } from '#core/documents'
import { layerNames, type HarnessDrawing, type Layers } from '#core/harness'
import { callForFile } from '~/composables/useApi'
import { download } from '~/composables/download'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { shown, drawing = undefined } = defineProps<{
  /** Layers of the drawing on the screen, to start from. */
  shown: Layers
  drawing?: HarnessDrawing
}>()
const open = defineModel<boolean>({ required: true })
const build = useBuild()
const plan = usePlan()
const all = Object.keys(paperParts) as PaperPart[]

const parts = ref<PaperPart[]>([...makersParts])
const layers = ref<Layers>({ ...shown })
const paper = ref<'A4' | 'A3'>('A4')
const colours = ref<'colour' | 'black and white'>('colour')
const problem = ref('')
const maker = useTemplateRef<{ $el: HTMLElement }>('maker')
const making = shallowRef<AbortController>()

watch(
  open,
  (now) => {
    problem.value = ''
    if (!now) return making.value?.abort()
    layers.value = { ...shown }
    // Once the dialog has had the focus itself.
    setTimeout(() => maker.value?.$el.focus(), 200)
  },
  { immediate: true },
)

async function make() {
  problem.value = ''
  const stop = (making.value = new AbortController())
  try {
    await build.save()
    const pdf = await callForFile('POST /api/papers', {
      body: {
        plan: plan.value,
        parts: all.filter((part) => parts.value.includes(part)),
        layers: layers.value,
        paper: paper.value,
        blackAndWhite: colours.value !== 'colour',
        arrangement: drawing?.arrangement,
        ...(build.saveState === 'saved' ? { version: build.version } : {}),
      },
      signal: stop.signal,
    })
    const [only] = parts.value
    const what = parts.value.length === 1 && only ? paperParts[only].toLowerCase() : 'papers'
    download(`${plan.value.name} ${what}.pdf`, 'application/pdf', pdf)
    open.value = false
  } catch (error) {
    if (!stop.signal.aborted) problem.value = (error as Error).message
  }
  making.value = undefined
}
</script>

<template>
  <v-dialog v-model="open" width="560" aria-label="Papers as PDF">
    <v-card title="Papers as PDF">
      <v-card-text>
        <p>One file, with build, board, version, date and page number at the foot of each page.</p>
        <fieldset>
          <legend>
            Parts
            <button type="button" class="underlined" @click="parts = [...makersParts]">for who solders</button>
            <button type="button" class="underlined" @click="parts = [...all]">all</button>
          </legend>
          <label v-for="(title, part) in paperParts" :key="part"
            ><input v-model="parts" type="checkbox" :value="part" /> {{ title }}</label
          >
        </fieldset>
        <fieldset :disabled="!parts.includes('drawing')">
          <legend>Layers of the drawing</legend>
          <label v-for="(word, kind) in layerNames" :key="kind"
            ><input v-model="layers[kind]" type="checkbox" /> {{ word }}</label
          >
        </fieldset>
        <fieldset :disabled="!parts.includes('drawing')">
          <legend>Lines of the drawing</legend>
          <label v-for="kind in ['colour', 'black and white'] as const" :key="kind"
            ><input v-model="colours" type="radio" name="colours" :value="kind" />
            {{ kind === 'colour' ? 'in the colours of the wires' : 'black and white' }}</label
          >
        </fieldset>
        <fieldset>
          <legend>Paper</legend>
          <label v-for="size in ['A4', 'A3'] as const" :key="size"
            ><input v-model="paper" type="radio" name="paper" :value="size" /> {{ size }}</label
          >
        </fieldset>
        <p v-if="!parts.length" role="status">Choose at least one part.</p>
        <p v-if="problem" class="text-error" role="alert">{{ problem }}</p>
        <v-progress-linear v-if="making" indeterminate color="primary" aria-label="Making the PDF" />
      </v-card-text>
      <v-card-actions>
        <v-btn v-if="making" @click="making.abort()">Stop</v-btn>
        <v-btn v-else @click="open = false">Cancel</v-btn>
        <v-btn ref="maker" color="primary" variant="flat" :disabled="!parts.length || Boolean(making)" @click="make"
          >Make the PDF</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin-top: var(--space-5);
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
}
fieldset:disabled {
  opacity: 0.6;
}
legend button {
  font-weight: 400;
  margin-left: var(--space-4);
}
legend {
  font-weight: 700;
  font-size: var(--text-small);
}
label {
  display: inline-flex;
  align-items: center;
  gap: var(--space-2);
  min-height: 26px;
}
</style>
