<script setup lang="ts">
/** Says that definitions of the build are otherwise in the catalogue now, and leads to what differs. */
import type { BoardDefinition, DeviceDefinition } from '#core/catalogue'
import { newerDefinitions } from '#core/plan'
import { usePlan } from '~/composables/usePlan'
import { useWanted } from '~/composables/useWanted'
import { useCatalogue } from '~/stores/catalogue'

const { definition = undefined } = defineProps<{
  /** Of it alone; of all that the build uses when missing. */
  definition?: BoardDefinition | DeviceDefinition
}>()
const plan = usePlan()
const catalogue = useCatalogue()
const open = ref(false)
const wanted = useWanted(open)
onMounted(() => void catalogue.load().catch(() => undefined))
const newer = computed(() => {
  if (!catalogue.library) return []
  const all = newerDefinitions(plan.value, catalogue.library)
  return definition ? all.filter(({ inPlan }) => inPlan.kind === definition.kind && inPlan.id === definition.id) : all
})
const told = computed(() => {
  const [first, ...others] = newer.value.map(({ inPlan }) => inPlan.name)
  if (!others.length) return `${first} in the catalogue differs from that in this build.`
  return `${others.length + 1} definitions in the catalogue differ from those in this build: ${[first, ...others].slice(0, 4).join(', ')}${others.length > 3 ? ' …' : ''}.`
})
</script>

<template>
  <div v-if="newer.length" class="update">
    {{ told }}
    <v-btn color="primary" variant="outlined" @click="open = true">Compare</v-btn>
    <LazyNewerDefinitions v-if="wanted" v-model="open" :newer />
  </div>
</template>

<style scoped>
.update {
  flex-basis: 100%;
  font-size: var(--text-small);
}
</style>
