<script setup lang="ts">
import { useAnalysis } from '~/composables/usePlan'

const analysis = useAnalysis()

const words = computed(() => {
  const { score, unmet, proven, bound } = analysis.value.proposal
  const wishes = score.unmetWishes.reduce((sum, count) => sum + count, 0)
  const all = Object.keys(analysis.value.proposal.assignment).length + Object.keys(analysis.value.proposal.supplies).length
  const placed = unmet.length
    ? `${all} placed; without a place: ${score.unmetMusts} must, ${wishes} wish${wishes === 1 ? '' : 'es'}`
    : `All ${all} needs and supplies placed`
  const locks = score.unkeptLocks ? ` · ${score.unkeptLocks} lock${score.unkeptLocks > 1 ? 's' : ''} cannot be kept` : ''
  const gap = bound.unmetMusts < score.unmetMusts || bound.unmetWishes.some((count, at) => count < score.unmetWishes[at]!)
  const proof = proven
    ? 'proven best'
    : gap
      ? 'not proven: more may fit'
      : `not proven: risk ${score.risk}, at least ${bound.risk}`
  return { placed: placed + locks, proof, risk: score.risk }
})
</script>

<template>
  <span role="status" data-testid="proposal"
    >{{ words.placed }} · <b>{{ words.proof }}</b> · risk <span class="mono">{{ words.risk }}</span></span
  >
</template>
