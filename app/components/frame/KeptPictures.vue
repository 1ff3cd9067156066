<script setup lang="ts">
/** Pictures, pages and addresses at hand in every stage: those of the build, of its board, and of its parts. */
import type { Attached } from '#core/tracing'
import { useNames } from '~/composables/useNames'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSession } from '~/stores/session'

const open = defineModel<boolean>({ required: true })
const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const names = useNames()
const editable = computed(() => (useSession().session?.role ?? 'editor') === 'editor')
/** Of each definition once, by the parts that are of it. */
const others = computed(() => {
  const { board, devices } = resolved.value
  const found = new Map<string, { of: string; path: string; all: Record<string, Attached> }>()
  if (board.attached) found.set('board', { of: board.name, path: `/catalogue/board/${board.id}`, all: board.attached })
  for (const { instance, device } of devices) {
    const [of, before] = [names.device(instance.id), found.get(device.id)]
    if (before) before.of += `, ${of}`
    else if (device.attached) found.set(device.id, { of, path: `/catalogue/device/${device.id}`, all: device.attached })
  }
  return [...found.values()]
})
function change(next: Record<string, Attached>) {
  const before = plan.value.attached
  for (const [id, part] of Object.entries(next)) {
    if (before[id] === part) continue
    const { laid: _, ...kept } = part
    build.edit({ type: 'plan.attach', id, part: kept })
  }
  for (const id of Object.keys(before)) if (!next[id]) build.edit({ type: 'plan.detach', id })
}
</script>

<template>
  <v-dialog v-model="open" width="760" scrollable aria-label="Pictures and pages">
    <v-card title="Pictures and pages">
      <v-card-text>
        <h3>Of this build</h3>
        <AttachedList :all="plan.attached" of="this build" :editable @change="change" />
        <section v-for="other in others" :key="other.path">
          <h3>
            <NuxtLink :to="other.path">{{ other.of }}</NuxtLink>
          </h3>
          <AttachedList :all="other.all" :of="other.of" :editable="false" />
        </section>
        <p v-if="!others.length" class="quiet none">Neither the board nor a part has any: they are added where it is edited.</p>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h3 {
  font-size: var(--text-small);
  padding: var(--space-3) var(--space-4) 0;
}
.none {
  padding: var(--space-4);
}
</style>
