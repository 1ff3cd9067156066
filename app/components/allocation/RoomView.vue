<script setup lang="ts">
import { mdiStop } from '@mdi/js'
import type { Addition } from '#core/allocation'
import { deviceClasses, protocolsOf, type DeviceDefinition } from '#core/catalogue'
import { freshDeviceId } from '#core/plan'
import { useQuestions } from '~/composables/useQuestions'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const build = useBuild()
const catalogue = useCatalogue()
const questions = useQuestions()
onScopeDispose(questions.stop)
const found = ref<Record<string, Addition>>({})
const running = ref(false)
const devices = computed(() => Object.values(catalogue.library?.devices ?? {}))

async function look() {
  questions.stop()
  found.value = {}
  running.value = true
  const library = await catalogue.load()
  try {
    await questions.additions(build.plan!, devices.value, library!.protocols, (one) => (found.value[one.device] = one))
  } finally {
    running.value = false
  }
}
function stop() {
  questions.stop()
  running.value = false
}
onMounted(look)
watch(() => build.plan!.devices.length, look)

const groups = computed(() =>
  Object.entries(deviceClasses)
    .map(([id, name]) => ({ name, devices: devices.value.filter((device) => device.class === id) }))
    .filter((group) => group.devices.length),
)
const verdict = (id: string) => {
  const one = found.value[id]
  if (!one) return { word: '…', kind: '' }
  if (!one.fits) return { word: 'does not fit', kind: 'cannot' }
  return one.risk > 0 ? { word: `at a cost, risk +${one.risk}`, kind: 'cost' } : { word: 'fits', kind: 'fits' }
}
function add(definition: DeviceDefinition) {
  build.edit({
    type: 'device.add',
    definition,
    protocols: protocolsOf(catalogue.library!.protocols, definition),
    device: {
      id: freshDeviceId(build.plan!, definition.id),
      definition: definition.id,
      variant: Object.keys(definition.variants)[0]!,
      name: definition.name,
      priority: 3,
      leftOut: [],
    },
  })
}
</script>

<template>
  <section class="room" aria-label="What could be added" data-testid="room">
    <div class="bar">
      <span role="status">{{ Object.keys(found).length }} of {{ devices.length }} devices tried as one more wish</span>
      <v-btn v-if="running" :prepend-icon="mdiStop" @click="stop">Stop</v-btn>
    </div>
    <div class="groups">
      <section v-for="group in groups" :key="group.name">
        <h3>{{ group.name }}</h3>
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
  gap: 12px;
  padding: 6px 16px;
  min-height: 40px;
}
.groups {
  columns: 260px;
  padding: 0 16px 16px;
}
section section {
  break-inside: avoid;
  margin-bottom: 8px;
}
h3 {
  font-size: 12.5px;
}
p {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 12.5px;
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
