<script setup lang="ts">
import { mdiDownload, mdiFileDelimitedOutline, mdiFilePdfBox, mdiImageOutline, mdiPrinterOutline, mdiSvg } from '@mdi/js'
import { harnessSvg } from '#core/documents'
import { download } from '~/composables/download'
import { saveWireList } from '~/composables/saveWireList'
import { fontFaces, svgToPng } from '~/composables/useFonts'
import { useHarnessDrawing } from '~/composables/useHarnessDrawing'
import { useView } from '~/composables/useView'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useNotices } from '~/stores/notices'

const build = useBuild()
const plan = usePlan()
const notices = useNotices()
const { id, part, views } = useView('harness', import.meta.glob('~/components/harness/*.vue', { eager: true, import: 'default' }))
const route = useRoute()
const router = useRouter()
/** The dialog of papers can be asked for by the address. */
const papers = computed({
  get: () => route.query.papers === 'open',
  set: (on) => {
    const { papers: _, ...rest } = route.query
    void router.replace({ query: on ? { ...rest, papers: 'open' } : rest })
  },
})
const name = computed(() => plan.value.name)
const wires = computed(() => build.analysis?.wires ?? [])
const { layers, drawing, improving, progress, drag, putBack, settle } = useHarnessDrawing()

const svg = async () => harnessSvg(drawing.value!, `${name.value}: harness`, { fontFaces: await fontFaces() })

async function save(kind: 'svg' | 'png') {
  try {
    if (kind === 'svg') return download(`${name.value} harness.svg`, 'image/svg+xml', await svg())
    const { width, height } = drawing.value!
    download(`${name.value} harness.png`, 'image/png', await svgToPng(await svg(), width, height))
  } catch (error) {
    notices.complain((error as Error).message)
  }
}

const print = () => window.print()
/** Before anything is allocated, only the main power has its wires. */
const isWired = computed(() => wires.value.some((wire) => wire.kind === 'signal'))
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Harness</h1>
      <span v-if="isWired" class="quiet">{{ wires.filter((wire) => !wire.omitted).length }} wires. TX goes to RX.</span>
      <v-spacer />
      <template v-if="wires.length">
        <AddToHarness />
        <WireColours />
        <v-menu>
          <template #activator="{ props }">
            <v-btn v-bind="props" class="no-print" variant="outlined" :prepend-icon="mdiDownload">Save as</v-btn>
          </template>
          <v-list density="compact" aria-label="Save as">
            <v-list-item title="Wire list CSV" :prepend-icon="mdiFileDelimitedOutline" @click="saveWireList(plan, wires)" />
            <v-list-item title="Drawing SVG" :prepend-icon="mdiSvg" :disabled="!drawing" @click="save('svg')" />
            <v-list-item title="Drawing PNG" :prepend-icon="mdiImageOutline" :disabled="!drawing" @click="save('png')" />
          </v-list>
        </v-menu>
        <v-btn class="no-print" variant="outlined" :prepend-icon="mdiFilePdfBox" @click="papers = true">Papers PDF</v-btn>
        <v-btn class="no-print" :prepend-icon="mdiPrinterOutline" @click="print">Print</v-btn>
      </template>
    </div>
    <p v-if="!isWired" class="pa-6">
      No wires yet. Wires follow from the allocation. <NuxtLink :to="`/builds/${build.id}/allocation`">Allocate first</NuxtLink>.
    </p>
    <AnalysisScope v-else-if="build.analysis" :analysis="build.analysis">
      <ViewTabs v-model="id" :views of="harness" />
      <template v-if="id === 'drawing'">
        <HarnessSheet
          v-if="drawing"
          v-model:layers="layers"
          :drawing
          :improving
          :progress
          @drag="drag"
          @back="putBack"
          @stop="settle"
        />
        <p v-else class="pa-6 quiet">Drawing it.</p>
        <DeferredPart v-if="drawing" last><WireTable :wires /></DeferredPart>
      </template>
      <component :is="part" v-else />
    </AnalysisScope>
    <PapersDialog v-model="papers" :shown="layers" :drawing />
  </div>
</template>
