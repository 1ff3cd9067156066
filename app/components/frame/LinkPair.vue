<script setup lang="ts">
/** Both ends of a link side by side: what is set at the board, what in the device, and whether they agree. */
import { characterFormats, type CharacterFormat } from '#core/catalogue'
import type { Analysis } from '#core/engine'
import { serialLinks, shutChoice } from '#core/links'
import type { LinkSettings, LinkSide } from '#core/plan'
import { grouped } from '#core/units'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const {
  need,
  link,
  facing = false,
} = defineProps<{
  need: string
  link: Analysis['links'][string]
  /** The ends stand at both sides of what they agree on; for where there is room. */
  facing?: boolean
}>()
const build = useBuild()
const plan = usePlan()
const resolved = useResolved()

const usualRates = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 100000, 115200, 230400, 250000, 420000, 460800, 921600]
const rates = computed(() => {
  const found = resolved.value.need(need)?.need
  const own = found?.kind === 'serial' ? found.options.flatMap(({ bauds }) => bauds) : []
  return [...new Set([...usualRates, ...own, link.board.baud, link.device.baud])].sort((a, b) => a - b)
})

type Value = string | number | boolean
interface Row {
  key: keyof LinkSettings
  label: string
  values: { value: Value; title: string }[]
}
const yesOrNo = [
  { value: false, title: 'no' },
  { value: true, title: 'yes' },
]
const rows = computed((): Row[] => [
  {
    key: 'protocol',
    label: 'Protocol',
    values: Object.values(plan.value.definitions.protocols).map(({ id, name }) => ({ value: id, title: name })),
  },
  { key: 'baud', label: 'Rate', values: rates.value.map((value) => ({ value, title: grouped(value) })) },
  {
    key: 'format',
    label: 'Format',
    values: characterFormats.map((value: CharacterFormat) => ({ value, title: value })),
  },
  { key: 'inverted', label: 'Inverted', values: yesOrNo },
  { key: 'halfDuplex', label: 'On one wire', values: yesOrNo },
])
const own = computed(() => serialLinks(resolved.value).find(({ need: { key } }) => key === need))
/** Why a value cannot be at an end. */
const shut = (end: LinkSide, key: keyof LinkSettings, value: Value) =>
  own.value && shutChoice(resolved.value, own.value, end, { key, value } as Parameters<typeof shutChoice>[3])
const byHand = (end: LinkSide, key: keyof LinkSettings) => plan.value.links[need]?.[end]?.[key] !== undefined

function set(end: LinkSide, key: keyof LinkSettings, value: Value) {
  build.edit({ type: 'link.set', need, end, set: { [key]: value } })
}

function unset(end: LinkSide, key: keyof LinkSettings) {
  build.edit({ type: 'link.set', need, end, unset: [key] })
}
</script>

<template>
  <table class="pair">
    <thead>
      <tr>
        <th v-if="!facing" class="label"><span class="d-sr-only">Value</span></th>
        <th>Board</th>
        <th class="sign" :class="{ between: facing }">
          <span class="d-sr-only">{{ facing ? 'What, and do ' : 'Do ' }}they agree</span>
        </th>
        <th :class="{ far: facing }">Device</th>
      </tr>
    </thead>
    <tbody>
      <LinkValueRow
        v-for="{ key, label, values } in rows"
        :key="key"
        :label
        :values
        :facing
        :shut="(end, value) => shut(end, key, value)"
        :board="{ value: link.board[key], byHand: byHand('board', key) }"
        :device="{ value: link.device[key], byHand: byHand('device', key) }"
        @set="(end, value) => set(end, key, value)"
        @unset="(end) => unset(end, key)"
      />
    </tbody>
  </table>
  <p v-if="link.function" class="quiet">The port’s function: {{ link.function }}.</p>
  <v-switch
    v-if="link.feature"
    :model-value="link.feature.on"
    :label="`Feature “${link.feature.name}” of the whole board`"
    @update:model-value="(on) => build.edit({ type: 'feature.set', feature: link.feature!.name, on: Boolean(on) })"
  />
  <v-btn v-if="plan.links[need]" size="x-small" color="primary" @click="build.edit({ type: 'link.clear', need })"
    >Set both ends as allocated</v-btn
  >
</template>

<style scoped>
.pair {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
  margin-top: var(--space-3);
  font-size: var(--text-small);
}
th.label {
  width: 76px;
}
th.sign {
  width: 18px;
}
th.sign.between {
  width: 86px;
}
th.far {
  text-align: right;
}
th {
  text-align: left;
  padding: var(--space-1) var(--space-2) var(--space-1) 0;
}
</style>
