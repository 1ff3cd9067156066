<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { freshExtra, freshJoint, jointHolds, jointKinds, type JointKind, type WirePoint } from '#core/plan'
import { usePlan, useResolved } from '~/composables/usePlan'
import { usePoints } from '~/composables/usePoints'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const selection = useSelection()
const plan = usePlan()
const resolved = useResolved()
const points = usePoints()
const open = ref(false)
const from = ref<WirePoint>()
const to = ref<WirePoint>()
const isPad = (point: WirePoint | undefined) => point?.startsWith('pad:')
const problem = computed(() => {
  if (!from.value || !to.value) return ''
  if (from.value === to.value) return 'A wire has two ends.'
  return isPad(from.value) && isPad(to.value) ? 'One end at least is at a part, not at a pad of the board.' : ''
})

function addJoint(kind: JointKind) {
  const { joint, name } = freshJoint(
    resolved.value.parts.map(({ id }) => id),
    kind,
  )
  build.edit({ type: 'joint.add', joint, kind, name })
  selection.select(`device:${joint}`)
}

function addWire() {
  const wire = freshExtra(plan.value.extras)
  build.edit({ type: 'wire.add', wire, from: from.value!, to: to.value! })
  selection.select(`wire:${wire}`)
  open.value = false
  from.value = to.value = undefined
}
</script>

<template>
  <v-menu>
    <template #activator="{ props }">
      <v-btn v-bind="props" class="no-print" :prepend-icon="mdiPlus">Add</v-btn>
    </template>
    <v-list density="compact">
      <v-list-item
        v-for="(kind, id) in jointKinds"
        :key="id"
        :title="kind.label"
        :subtitle="`joins up to ${jointHolds(id)} wires`"
        @click="addJoint(id)"
      />
      <v-list-item title="Wire …" subtitle="between any two points" @click="open = true" />
      <v-list-item
        v-for="(joint, id) in plan.joints"
        :key="id"
        :title="`Show ${joint.name}`"
        @click="selection.select(`device:${id}`)"
      />
    </v-list>
  </v-menu>
  <v-dialog v-model="open" width="440" aria-label="One more wire">
    <v-card title="One more wire">
      <v-card-text class="ends">
        <v-autocomplete v-model="from" :items="points" label="From" />
        <v-autocomplete v-model="to" :items="points" label="To" :error-messages="problem" />
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!from || !to || Boolean(problem)" @click="addWire">Add it</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.ends {
  display: grid;
  gap: var(--space-4);
}
</style>
