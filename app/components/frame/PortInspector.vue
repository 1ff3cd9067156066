<script setup lang="ts">
import { referTo } from '#core/plan'
import { formatBaud } from '#core/units'
import { useNames } from '~/composables/useNames'
import { useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { portId } = defineProps<{ portId: string }>()
const build = useBuild()
const names = useNames()
const resolved = useResolved()
const port = computed(() => resolved.value.port(portId))
const pads = (line: 'tx' | 'rx') => {
  const end = port.value?.[line]
  if (!end) return 'not there on this revision'
  const labels = resolved.value.padsOfPin(end.pin).map((pad) => pad.label)
  const inverter = { none: 'no inverter', fixed: 'always inverted', selectable: 'inverter can be switched' }[end.inverter]
  return `${labels.length ? `pad ${labels.join(', ')}` : 'not brought out'} (pin ${end.pin}, ${inverter})`
}
const docked = computed(() => build.analysis?.lanes.find((lane) => lane.port === portId)?.docked ?? [])
</script>

<template>
  <template v-if="port">
    <h2>{{ port.label }}</h2>
    <dl>
      <dt>Printed</dt>
      <dd class="mono">{{ port.index }}</dd>
      <dt>In the firmware</dt>
      <dd class="mono">{{ port.number }}</dd>
      <dt>TX</dt>
      <dd>{{ pads('tx') }}</dd>
      <dt>RX</dt>
      <dd>{{ pads('rx') }}</dd>
      <dt>Rate</dt>
      <dd>{{ formatBaud(port.minBaud) }} to {{ formatBaud(port.maxBaud) }}</dd>
      <dt>Half duplex</dt>
      <dd>{{ port.halfDuplex ? (port.oneWire === 'rx' ? 'yes, on RX' : 'yes') : 'no' }}</dd>
      <dt>USB</dt>
      <dd>{{ port.usbShared ? 'wired to the bridge, lost while USB is in use' : 'not shared' }}</dd>
      <dt>On it</dt>
      <dd>{{ docked.map((link) => names.needOfDevice(link.need)).join('; ') || 'nothing' }}</dd>
    </dl>
    <PlaceChoices :key="portId" :place="referTo('port', portId)" title="What could be here, and what is in the way" />
  </template>
</template>
