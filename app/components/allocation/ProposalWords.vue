<script setup lang="ts">
import { mdiStop } from '@mdi/js'
import { drawbackCount, drawbacksOf, gapOf } from '#core/allocation'
import { unmetCounts } from '~/composables/unmetCounts'
import { useAnalysis } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const analysis = useAnalysis()

/** It is looked for a proof for longer than is usual. */
const longer = ref(false)
async function lookLonger() {
  longer.value = true
  await build.lookLonger()
  longer.value = false
}

const words = computed(() => {
  const { score, unmet, proven } = analysis.value.proposal
  const all = Object.keys(analysis.value.proposal.assignment).length + Object.keys(analysis.value.proposal.supplies).length
  const placed = unmet.length ? `${all} placed; unplaced: ${unmetCounts(score)}` : `All ${all} needs and supplies placed`
  const locks = score.unkeptLocks ? ` · ${score.unkeptLocks} lock${score.unkeptLocks > 1 ? 's' : ''} cannot be kept` : ''
  const looking = build.working ? 'best so far, still looking' : 'best found in the time'
  const proof = proven ? 'proven best' : `${looking}: ${gapOf(analysis.value.proposal)}`
  const drawbacks = drawbacksOf(analysis.value.proposal)
  return {
    placed: placed + locks,
    proof,
    drawbacks: drawbackCount(drawbacks.length),
    which: drawbacks.map(({ reason }) => reason.text).join('\n'),
  }
})
</script>

<template>
  <span role="status" data-testid="proposal"
    >{{ words.placed }} · <b>{{ words.proof }}</b> · <span :title="words.which">{{ words.drawbacks }}</span></span
  >
  <template v-if="!analysis.proposal.proven">
    <v-btn v-if="longer && build.working" :prepend-icon="mdiStop" @click="build.stopLooking()">Stop</v-btn>
    <v-btn
      v-else
      variant="outlined"
      :disabled="build.working"
      title="Up to three minutes; the best so far stays, and an edit ends it"
      @click="lookLonger"
      >Look longer</v-btn
    >
  </template>
</template>
