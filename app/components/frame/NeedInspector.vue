<script setup lang="ts">
import { degreeOf } from '#core/allocation'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { need } = defineProps<{ need: string }>()
const build = useBuild()
const plan = usePlan()
const names = useNames()
const placement = computed(() => plan.value.assignment[need])
const locked = computed(() => plan.value.locks[need] !== undefined)
const link = computed(() => build.analysis?.links[need])
const reasons = computed(() => build.analysis?.proposal.reasons[need] ?? [])

function setLock() {
  if (locked.value) build.edit({ type: 'need.unlock', need })
  else if (placement.value) build.edit({ type: 'need.lock', need, place: placement.value.place })
}
</script>

<template>
  <h2>{{ names.needOfDevice(need) }}</h2>
  <p>
    {{ placement ? `On ${names.place(placement.place)}.` : 'Has no place.' }}
    <v-btn v-if="placement" size="x-small" variant="outlined" @click="setLock">{{ locked ? 'Unlock' : 'Lock here' }}</v-btn>
  </p>
  <LinkPair v-if="link" :need :link />
  <ul v-if="reasons.length" class="reasons">
    <li v-for="reason in reasons" :key="reason.text">
      <span class="mono">{{ reason.rule }}</span> {{ reason.text
      }}{{ reason.risk ? ` (${degreeOf(reason.risk).word} drawback)` : '' }}
    </li>
  </ul>
  <p v-else-if="placement" class="quiet">Nothing speaks against this place.</p>
  <PlaceChoices :key="need" :need title="Why not elsewhere" />
</template>

<style scoped>
.reasons {
  padding-left: var(--space-6);
  margin-top: var(--space-3);
  font-size: var(--text-small);
}
p {
  margin: var(--space-2) 0;
}
</style>
