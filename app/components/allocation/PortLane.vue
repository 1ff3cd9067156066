<script setup lang="ts">
import type { SerialPort } from '#core/catalogue'
import type { PortLane } from '#core/engine'
import { formatBaud } from '#core/units'
import { useResolved } from '~/composables/usePlan'
import { useSelection } from '~/stores/selection'

const {
  lane,
  verdict = undefined,
  over = false,
} = defineProps<{
  lane: Omit<PortLane, 'port'> & { port: SerialPort }
  verdict?: 'fits' | 'cost' | 'cannot'
  over?: boolean
}>()
const emit = defineEmits<{ drag: [need: string]; dragend: [] }>()
const selection = useSelection()

const resolved = useResolved()
const line = (side: 'tx' | 'rx') => {
  const end = lane.port[side]
  const pads = end ? resolved.value.padsOfPin(end.pin).map((pad) => pad.label) : []
  return { label: pads.join(', '), there: Boolean(end && pads.length), inverter: end?.inverter ?? 'none' }
}
const marks = computed(() => {
  const { kind, usbShared, stateShared, splitUse, halfDuplex } = lane.port
  return [
    kind === 'software' ? ['software', 'Made by the processor: slow, and each bit costs time'] : [],
    usbShared ? ['shared with USB', 'Wired to the USB bridge: lost while USB is in use'] : [],
    stateShared ? ['by flight state', 'May carry one link disarmed and another armed'] : [],
    splitUse ? ['split', 'A listener and a talker of equal rate may share it'] : [],
    halfDuplex ? ['one wire', 'Can talk both ways on one wire'] : [],
  ].filter((mark) => mark.length)
})
const verdictWords = { fits: 'fits', cost: 'fits at a cost', cannot: 'cannot' }
</script>

<template>
  <div class="lane" :class="[verdict, { over, lit: selection.lit.has(`port:${lane.port.id}`) }]">
    <button
      class="port"
      :title="`Printed ${lane.port.index}, known to the firmware as ${lane.port.number}`"
      @click="selection.select(`port:${lane.port.id}`)"
    >
      <b>{{ lane.port.label }}</b>
      <span class="quiet mono">up to {{ formatBaud(lane.port.maxBaud) }}</span>
    </button>
    <div class="pads mono">
      <span :class="{ none: !line('tx').there }"
        >{{ line('tx').there ? line('tx').label : 'no TX' }}{{ line('tx').inverter === 'none' ? '' : ' ⊘' }}</span
      >
      <span :class="{ none: !line('rx').there }"
        >{{ line('rx').there ? line('rx').label : 'no RX' }}{{ line('rx').inverter === 'none' ? '' : ' ⊘' }}</span
      >
    </div>
    <div class="dock">
      <LinkCard
        v-for="link in lane.docked"
        :key="link.need"
        :need="link.need"
        :link
        @drag="emit('drag', link.need)"
        @dragend="emit('dragend')"
      />
      <span v-if="!lane.docked.length" class="quiet free">{{ lane.port.kind === 'usb' ? 'configuration' : 'free' }}</span>
      <span v-if="verdict" class="verdict">{{ verdictWords[verdict] }}</span>
    </div>
    <div class="marks">
      <span v-for="[word, meaning] in marks" :key="word" class="mark" :title="meaning">{{ word }}</span>
    </div>
  </div>
</template>

<style scoped>
.lane {
  display: grid;
  grid-template-columns: 128px 74px 1fr 96px;
  align-items: center;
  gap: var(--space-4);
  min-height: 46px;
  padding: var(--space-1) var(--space-3);
  border-bottom: var(--edge);
}
.port {
  display: flex;
  flex-direction: column;
  text-align: left;
  font-size: var(--text-fine);
}
.port b {
  font-size: var(--text-small);
}
.pads {
  display: flex;
  flex-direction: column;
  font-size: var(--text-fine);
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: var(--space-3);
}
.none {
  text-decoration: line-through;
}
.dock {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: center;
  position: relative;
}
.free {
  font-size: var(--text-small);
}
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-2);
}
.mark {
  font-size: var(--text-note);
  border: var(--edge);
  border-radius: 3px;
  padding: 0 var(--space-2);
  white-space: nowrap;
}
.verdict {
  position: absolute;
  right: 0;
  background: rgb(var(--v-theme-background));
  font-size: var(--text-fine);
  font-weight: 700;
  color: rgb(var(--v-theme-secondary));
}
@media (max-width: 640px) {
  .lane {
    grid-template-columns: minmax(0, 1fr) 74px;
  }
  .dock,
  .marks {
    grid-column: 1 / -1;
  }
}
.lane.cannot {
  opacity: 0.55;
}
.lane.over {
  outline: 2px solid rgb(var(--v-theme-secondary));
}
</style>
