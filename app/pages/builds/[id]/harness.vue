<script setup lang="ts">
import { mdiFileDelimitedOutline, mdiPrinterOutline, mdiSvg } from '@mdi/js'
import { resolvePlan } from '#core/plan'
import { harnessSvg, wireListCsv } from '#core/documents'
import { download } from '~/composables/download'
import { useBuild } from '~/stores/build'

const build = useBuild()
const name = computed(() => build.plan!.name)
const wires = computed(() => build.analysis?.wires ?? [])

function saveCsv() {
  download(`${name.value} wires.csv`, 'text/csv', wireListCsv(resolvePlan(build.plan!), wires.value))
}

function saveSvg() {
  download(`${name.value} harness.svg`, 'image/svg+xml', harnessSvg(build.analysis!.drawing, `${name.value}: harness`))
}

const print = () => window.print()
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Harness</h1>
      <span class="quiet"
        >{{ wires.filter((wire) => !wire.omitted).length }} wires. TX goes to RX; supply and ground are labels that name their
        pad.</span
      >
      <v-spacer />
      <template v-if="wires.length">
        <v-btn class="no-print" variant="outlined" :prepend-icon="mdiFileDelimitedOutline" @click="saveCsv">Wire list CSV</v-btn>
        <v-btn class="no-print" variant="outlined" :prepend-icon="mdiSvg" @click="saveSvg">Drawing SVG</v-btn>
        <v-btn class="no-print" :prepend-icon="mdiPrinterOutline" @click="print">Print</v-btn>
      </template>
    </div>
    <p v-if="!wires.some((wire) => wire.kind === 'signal')" class="pa-6">
      No wires yet. Wires follow from the allocation. <NuxtLink :to="`/builds/${build.id}/allocation`">Allocate first</NuxtLink>.
    </p>
    <template v-else-if="build.analysis">
      <HarnessSheet :drawing="build.analysis.drawing" />
      <WireTable :wires="wires" />
    </template>
  </div>
</template>
