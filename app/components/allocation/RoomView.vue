<script setup lang="ts">
import { mdiStop } from '@mdi/js'
import { degreeOf, type Addition } from '#core/allocation'
import { deviceClasses, type DeviceDefinition } from '#core/catalogue'
import { additionOf } from '#core/plan'
import { useLatest } from '~/composables/useLatest'
import { useQuestions } from '~/composables/useQuestions'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()
const questions = useQuestions()
const found = ref<Record<string, Addition>>({})
const { running, begin, stop } = useLatest(() => questions.stop())
const devices = computed(() => Object.values(catalogue.library?.devices ?? {}))

const look = () =>
  begin(async (counts) => {
    found.value = {}
    const library = await catalogue.load()
    if (!counts()) return
    await questions.additions(plan.value, devices.value, library!.protocols, (addition) => {
      if (counts()) found.value[addition.device] = addition
    })
  })
onMounted(look)
watch(() => plan.value.devices.length, look)

const groups = computed(() =>
  Object.entries(deviceClasses)
    .map(([id, name]) => ({ name, devices: devices.value.filter((device) => device.class === id) }))
    .filter((group) => group.devices.length),
)
const verdict = (id: string) => {
  const addition = found.value[id]
  if (!addition) return { word: '…', kind: '' }
  if (!addition.fits)
    return addition.proven ? { word: 'does not fit', kind: 'cannot' } : { word: 'not known in the time', kind: '' }
  return addition.risk > 0
    ? { word: `fits, ${degreeOf(addition.risk).word} drawback`, kind: 'cost' }
    : { word: 'fits', kind: 'fits' }
}
function add(definition: DeviceDefinition) {
  build.edit(additionOf(plan.value, definition, catalogue.library!.protocols, { priority: 3 }))
}
</script>

<template>
  <section class="room" aria-label="What could be added" data-testid="room">
    <div class="bar">
      <span role="status">{{ Object.keys(found).length }} of {{ devices.length }} devices tried as one more wish</span>
      <v-btn v-if="running" :prepend-icon="mdiStop" @click="stop">Stop</v-btn>
      <v-btn v-else @click="look">Try again</v-btn>
    </div>
    <div class="groups">
      <section v-for="group in groups" :key="group.name">
        <h2>{{ group.name }}</h2>
        <p v-for="device in group.devices" :key="device.id" :class="verdict(device.id).kind" :title="device.summary">
          <b>{{ device.name }}</b> <span>{{ verdict(device.id).word }}</span>
          <v-btn v-if="found[device.id]?.fits" size="x-small" :aria-label="`Add ${device.name}`" @click="add(device)">Add</v-btn>
        </p>
      </section>
    </div>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-6);
  min-height: 40px;
}
.groups {
  columns: 260px;
  padding: 0 var(--space-6) var(--space-6);
}
section section {
  break-inside: avoid;
  margin-bottom: var(--space-4);
}
h2 {
  font-size: var(--text-small);
}
p {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  font-size: var(--text-small);
  min-height: 24px;
}
p.cannot {
  color: rgba(var(--v-theme-on-surface), 0.7);
}
p.cost span {
  color: rgb(var(--v-theme-fix));
}
p.fits span {
  color: rgb(var(--v-theme-primary));
}
</style>
