<script setup lang="ts">
/** The pilot's own handset: what it has, what it is called, and over which channel it goes. */
import { mdiDeleteOutline, mdiPlus } from '@mdi/js'
import { controlKinds, freshId, mostControls, type ControlKind, type HandsetControl } from '#core/plan'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const handset = computed(() => plan.value.controls.handset)
const kinds = Object.entries(controlKinds).map(([value, { name }]) => ({ value, title: name }))
const full = computed(() => Object.keys(handset.value).length >= mostControls)

const set = (id: string, as: HandsetControl | null, words?: string) => build.edit({ type: 'handset.set', control: id, as }, words)
const change = (id: string, part: Partial<HandsetControl>) => set(id, { ...handset.value[id]!, ...part })
function rename(id: string, event: Event) {
  const field = event.target as HTMLInputElement
  const name = field.value.trim()
  if (name) change(id, { name })
  else field.value = handset.value[id]!.name
}
function add() {
  const id = freshId(handset.value, 'c')
  const used = new Set(Object.values(handset.value).map(({ channel }) => channel))
  const channel = Array.from({ length: 32 }, (_, at) => at + 1).find((each) => !used.has(each)) ?? null
  const count = Object.keys(handset.value).length
  const at = { x: 10 + ((count * 11) % 80), y: 12 + 18 * (Math.floor((count * 11) / 80) % 4) }
  set(id, { name: `Switch ${id.slice(1)}`, kind: 'switch-2', channel, reversed: false, at })
}
function remove(id: string) {
  const { name } = handset.value[id]!
  set(id, null, `${name} is removed.`)
}
const isBelow = (high: number) => (low: number) => (low < high ? '' : `below ${high}`)
const isAbove = (low: number) => (high: number) => (high > low ? '' : `above ${low}`)
</script>

<template>
  <section aria-label="Controls of the handset" class="handset-table">
    <p>
      Its ends give
      <FigureCell
        figure="pulse"
        label="Lowest pulse of the handset"
        :value="plan.controls.travel.low"
        :refuse="isBelow(plan.controls.travel.high)"
        @set="(low) => build.edit({ type: 'handset.travel', travel: { ...plan.controls.travel, low: low! } })"
      />
      to
      <FigureCell
        figure="pulse"
        label="Highest pulse of the handset"
        :value="plan.controls.travel.high"
        :refuse="isAbove(plan.controls.travel.low)"
        @set="(high) => build.edit({ type: 'handset.travel', travel: { ...plan.controls.travel, high: high! } })"
      />
      µs.
      <v-btn size="small" :prepend-icon="mdiPlus" :disabled="full" @click="add">Add a control</v-btn>
      <span v-if="full" class="quiet">A handset holds {{ mostControls }}.</span>
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Kind</th>
          <th scope="col">Channel</th>
          <th scope="col">Reversed</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(control, id) in handset" :key="id">
          <td>
            <input :value="control.name" maxlength="80" :aria-label="`Name of ${control.name}`" @change="rename(id, $event)" />
          </td>
          <td>
            <CellSelect
              :model-value="control.kind"
              :items="kinds"
              :aria-label="`Kind of ${control.name}`"
              @update:model-value="(kind) => change(id, { kind: kind as ControlKind })"
            />
          </td>
          <td>
            <FigureCell
              figure="channel"
              whole
              optional
              :label="`Channel of ${control.name}`"
              :value="control.channel ?? undefined"
              @set="(channel) => change(id, { channel: channel ?? null })"
            />
          </td>
          <td>
            <input
              type="checkbox"
              :checked="control.reversed"
              :aria-label="`${control.name} is reversed`"
              @change="change(id, { reversed: ($event.target as HTMLInputElement).checked })"
            />
          </td>
          <td>
            <v-btn
              size="x-small"
              variant="text"
              :icon="mdiDeleteOutline"
              :aria-label="`Remove ${control.name}`"
              @click="remove(id)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.handset-table {
  font-size: var(--text-small);
}
table {
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: var(--space-1) var(--space-3);
  border-bottom: var(--edge);
}
td > input:not([type='checkbox']) {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.35);
  border-radius: 3px;
  padding: 0 var(--space-2);
  color: inherit;
  width: 130px;
}
td > input[type='checkbox'] {
  width: 24px;
  height: 24px;
}
</style>
