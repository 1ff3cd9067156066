<script setup lang="ts">
import { drawbackCount, drawbacksOf, gapOf } from '#core/allocation'
import { useAnalysis } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const analysis = useAnalysis()

const words = computed(() => {
  const { score, unmet, proven } = analysis.value.proposal
  const wishes = score.unmetWishes.reduce((sum, count) => sum + count, 0)
  const all = Object.keys(analysis.value.proposal.assignment).length + Object.keys(analysis.value.proposal.supplies).length
  const placed = unmet.length
    ? `${all} placed; unplaced: ${score.unmetMusts} must${score.unmetMusts === 1 ? '' : 's'}, ${wishes} wish${wishes === 1 ? '' : 'es'}`
    : `All ${all} needs and supplies placed`
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
</template>
