<script setup lang="ts">
import { pointOf } from '#core/harness'
import { freshExtra, jointHolds, jointKinds, jointPoint, type WirePoint } from '#core/plan'
import { usePlan } from '~/composables/usePlan'
import { usePoints } from '~/composables/usePoints'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { id } = defineProps<{ id: string }>()
const build = useBuild()
const selection = useSelection()
const plan = usePlan()
const points = usePoints()
const joint = computed(() => plan.value.joints[id]!)
const kind = computed(() => jointKinds[joint.value.kind])
const here = computed(() => jointPoint(id))
const wires = computed(() =>
  (build.analysis?.wires ?? []).filter(
    ({ from, to, omitted }) => !omitted && [from, to].some((end) => pointOf(end) === here.value),
  ),
)

function rename(event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name && name.length <= 80) build.edit({ type: 'joint.rename', joint: id, name })
  else (event.target as HTMLInputElement).value = joint.value.name
}

function lead(to: WirePoint | null) {
  if (to) build.edit({ type: 'wire.add', wire: freshExtra(plan.value.extras), from: here.value, to })
}

function remove() {
  build.edit({ type: 'joint.remove', joint: id })
  selection.clear()
}
</script>

<template>
  <h2>{{ joint.name }}</h2>
  <p class="quiet">{{ kind.label }}, holds {{ jointHolds(joint.kind) }} wires; {{ wires.length }} end here.</p>
  <p v-if="!wires.length" class="quiet">Let wires end here: choose a wire, and {{ joint.name }} under “Ends at”.</p>
  <ul v-else>
    <li v-for="wire in wires" :key="wire.id">
      <button class="link" @click="selection.select(`wire:${wire.id}`)">{{ wire.number }} {{ wire.net }}</button>
    </li>
  </ul>
  <div class="fields">
    <v-text-field :model-value="joint.name" label="Name" maxlength="80" @change="rename" />
    <v-autocomplete
      :model-value="null"
      :items="points.filter(({ value }) => value !== here)"
      label="Lead a wire from here to"
      @update:model-value="lead"
    />
    <v-btn @click="remove">Remove it</v-btn>
  </div>
</template>

<style scoped>
.link {
  color: rgb(var(--v-theme-primary));
  text-align: left;
}
ul {
  padding-left: var(--space-5);
  font-size: var(--text-small);
}
</style>
