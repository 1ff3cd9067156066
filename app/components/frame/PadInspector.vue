<script setup lang="ts">
import { padNames, pinUses } from '#core/catalogue'
import { referTo } from '#core/plan'
import { useNames } from '~/composables/useNames'
import { useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { padId } = defineProps<{ padId: string }>()
const build = useBuild()
const names = useNames()
const resolved = useResolved()
const selection = useSelection()
const pad = computed(() => resolved.value.pad(padId))
const name = computed(() => padNames(resolved.value.board).get(padId) ?? padId)
const pin = computed(() => (pad.value?.pin === undefined ? undefined : resolved.value.pin(pad.value.pin)))
const wires = computed(
  () => build.analysis?.wires.filter(({ to, omitted }) => !omitted && !to.device && to.point === padId) ?? [],
)
/** The port behind it, which is what serial links are placed at. */
const port = computed(() =>
  resolved.value.board.ports.find(({ tx, rx }) => pin.value && [tx?.pin, rx?.pin].includes(pin.value.id)),
)
const can = computed(
  () =>
    pin.value?.functions.map(({ as, of }) => `${pinUses[as].words}${of && pinUses[as].words.endsWith('of') ? ` ${of}` : ''}`) ??
    [],
)
const rail = computed(() => resolved.value.board.rails.find(({ id }) => id === pad.value?.rail)?.label)
</script>

<template>
  <template v-if="pad">
    <h2>Pad {{ name }}</h2>
    <dl>
      <dt>Is</dt>
      <dd>{{ pad.kind === 'signal' ? 'a signal pad' : pad.kind === 'ground' ? 'ground' : `supply, ${rail}` }}</dd>
      <template v-if="pin">
        <dt>Pin</dt>
        <dd class="mono">{{ pin.id }}</dd>
        <dt>Can be</dt>
        <dd>{{ can.join('; ') || 'nothing the firmware knows' }}</dd>
      </template>
      <template v-if="port">
        <dt>Port</dt>
        <dd>
          <button class="link" @click="selection.select(referTo('port', port.id))">{{ port.label }}</button>
        </dd>
      </template>
      <dt>Wires</dt>
      <dd>
        <template v-if="!wires.length">none</template>
        <button v-for="wire in wires" :key="wire.id" class="link" @click="selection.select(referTo('wire', wire.id))">
          {{ wire.number }} from {{ names.device(wire.from.device!) }} {{ wire.from.label }}
        </button>
      </dd>
    </dl>
    <PlaceChoices
      v-if="pad.kind === 'signal'"
      :key="padId"
      :place="referTo('pad', padId)"
      title="What could be here, and what is in the way"
    />
  </template>
</template>

<style scoped>
.link {
  display: block;
  min-height: 24px;
  text-decoration: underline;
  text-align: left;
}
</style>
