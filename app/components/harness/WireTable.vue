<script setup lang="ts">
import { mdiLock } from '@mdi/js'
import type { Wire, WireEnd } from '#core/harness'
import { idIn, readFigure, type WireOverride } from '#core/plan'
import { figure, wireColours, type WireColour } from '#core/units'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useSorted } from '~/composables/useSorted'
import { useNames } from '~/composables/useNames'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { wires, follow = false } = defineProps<{
  wires: Wire[]
  /** Scrolls to the wire that is selected. */
  follow?: boolean
}>()
const build = useBuild()
const selection = useSelection()
const names = useNames()
const kinds = { signal: 'signal', video: 'video', supply: 'supply', ground: 'ground' }
const shown = ref<(keyof typeof kinds)[]>(['signal', 'video', 'supply', 'ground'])
const nameOfEnd = ({ device, label }: WireEnd) => `${device ? names.device(device) : 'board'} ${label}`
const { sorting, sorted: rows } = useSorted(() => wires.filter((wire) => shown.value.includes(wire.kind)), {
  number: ({ number }) => number,
  from: ({ from }) => nameOfEnd(from),
  to: ({ to }) => nameOfEnd(to),
  net: ({ net }) => net,
  colour: ({ colour }) => colour,
  gauge: ({ gauge }) => gauge,
  length: ({ length }) => length,
})
/** Rows that may be in sight are painted first. */
const isPainted = useAfterPaint()
const soFar = computed(() => (isPainted.value ? rows.value : rows.value.slice(0, 24)))
const colours = Object.entries(wireColours).map(([value, { name }]) => ({
  value: value as WireColour,
  title: `${value} ${name}`,
}))

const contact = ({ connector, contact: number }: WireEnd) => (connector && number ? `${connector} · ${number}` : '')

/** What was typed and is no figure, by wire and field; it stands at the field until it is put right. */
const wrong = ref<Record<string, string>>({})

function setFigure(wire: Wire, figure: 'gauge' | 'length', event: Event) {
  const { value, wrong: said } = readFigure((event.target as HTMLInputElement).value, figure, figure === 'gauge')
  const key = `${wire.id} ${figure}`
  const { [key]: _, ...rest } = wrong.value
  wrong.value = said === undefined ? rest : { ...rest, [key]: said }
  if (said === undefined)
    build.edit({ type: 'wire.set', wire: wire.id, ...(value === undefined ? { unset: [figure] } : { set: { [figure]: value } }) })
}

/** Wires that are ticked, to be set together. */
const chosen = ref<string[]>([])
const together = computed(() => rows.value.filter(({ id }) => chosen.value.includes(id)))
const allChosen = computed({
  get: () => rows.value.length > 0 && together.value.length === rows.value.length,
  set: (on) => (chosen.value = on ? rows.value.map(({ id }) => id) : []),
})

function setAll(values: WireOverride, what: string) {
  const edits = together.value.map(({ id }) => ({ type: 'wire.set' as const, wire: id, set: values }))
  build.edit({ type: 'several', label: `${what} of ${edits.length} wire${edits.length === 1 ? '' : 's'}`, edits })
}

watch(
  () => selection.selected,
  async (selected) => {
    const wire = idIn('wire', selected)
    // Beside the drawing it must not scroll that away.
    if (wire === undefined || !follow) return
    await nextTick()
    document.querySelector(`tr[data-wire="${CSS.escape(wire)}"]`)?.scrollIntoView({ block: 'nearest' })
  },
)
</script>

<template>
  <div class="head no-print">
    <b>Wire list</b>
    <label v-for="(word, kind) in kinds" :key="kind"><input v-model="shown" type="checkbox" :value="kind" /> {{ word }}</label>
  </div>
  <div v-if="together.length" class="head together no-print" role="group" aria-label="Set the chosen wires together">
    <b>{{ together.length }} wire{{ together.length === 1 ? '' : 's' }}</b>
    <v-select
      :model-value="null"
      :items="colours"
      label="Colour"
      class="all"
      @update:model-value="(colour: WireColour | null) => colour && setAll({ colour }, `Colour ${colour}`)"
    />
    <FigureField
      figure="gauge"
      whole
      optional
      label="AWG"
      class="all"
      @set="(gauge) => gauge && setAll({ gauge }, `AWG ${gauge}`)"
    />
    <FigureField
      figure="length"
      optional
      label="Length, mm"
      class="all"
      @set="(length) => length && setAll({ length }, figure(length, 'mm'))"
    />
    <v-btn variant="outlined" @click="setAll({ omitted: true }, 'Leave off')">Leave off</v-btn>
    <v-btn @click="chosen = []">Choose none</v-btn>
  </div>
  <v-table class="plain wires" fixed-header data-testid="wires">
    <thead>
      <tr>
        <th class="no-print tick"><input v-model="allChosen" type="checkbox" aria-label="Choose all wires shown" /></th>
        <SortHead v-model="sorting" column="number">No.</SortHead>
        <SortHead v-model="sorting" column="from">From</SortHead>
        <SortHead v-model="sorting" column="to">To</SortHead>
        <SortHead v-model="sorting" column="net" class="if-wide">Net</SortHead>
        <SortHead v-model="sorting" column="colour">Colour</SortHead>
        <SortHead v-model="sorting" column="gauge" class="text-right">AWG</SortHead>
        <SortHead v-model="sorting" column="length" class="text-right">mm</SortHead>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="wire in soFar"
        :key="wire.id"
        :data-wire="wire.id"
        :class="{ lit: selection.lit.has(`wire:${wire.id}`), omitted: wire.omitted }"
        @click="selection.selected = `wire:${wire.id}`"
      >
        <td class="no-print tick" @click.stop>
          <input v-model="chosen" type="checkbox" :value="wire.id" :aria-label="`Choose ${wire.number}`" />
        </td>
        <td class="mono">
          <button class="number" @click.stop="selection.select(`wire:${wire.id}`)">{{ wire.number }}</button>
          <v-icon v-if="wire.locked" :icon="mdiLock" size="13" aria-label="locked" />
        </td>
        <td class="end">
          {{ names.device(wire.from.device!) }} <b class="mono">{{ wire.from.label }}</b>
          <span class="quiet where">{{ contact(wire.from) }}</span>
        </td>
        <td class="end">
          {{ wire.to.device ? names.device(wire.to.device) : 'board' }} <b class="mono">{{ wire.to.label }}</b>
          <span class="quiet where">{{ contact(wire.to) }}</span>
        </td>
        <td class="if-wide">{{ wire.source ? names.place(wire.source) : wire.net }}</td>
        <td @click.stop>
          <span class="colour">
            <span class="swatch" :style="{ background: wireColours[wire.colour].hex }" />
            <CellSelect
              :model-value="wire.colour"
              :items="colours"
              class="mono"
              :aria-label="`Colour of ${wire.number}`"
              @update:model-value="(colour) => build.edit({ type: 'wire.set', wire: wire.id, set: { colour } })"
            />
          </span>
        </td>
        <td v-for="field in ['gauge', 'length'] as const" :key="field" class="text-right" @click.stop>
          <input
            class="mono length"
            :class="{ wrong: wrong[`${wire.id} ${field}`] }"
            inputmode="decimal"
            :value="wire[field]"
            :aria-label="field === 'gauge' ? `Gauge of ${wire.number}, AWG` : `Length of ${wire.number} in millimetres`"
            :aria-invalid="Boolean(wrong[`${wire.id} ${field}`])"
            @change="setFigure(wire, field, $event)"
          />
          <p v-if="wrong[`${wire.id} ${field}`]" class="text-error said" role="alert">{{ wrong[`${wire.id} ${field}`] }}</p>
        </td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-6);
}
.head label {
  display: inline-flex;
  gap: var(--space-2);
}
.together {
  flex-wrap: wrap;
  align-items: center;
}
.all {
  flex: 0 0 120px;
}
.tick {
  width: 30px;
}
.number {
  min-height: 24px;
}
.wrong {
  border-color: rgb(var(--v-theme-error)) !important;
}
.said {
  font-size: var(--text-fine);
}
.wires {
  flex: 0 0 auto;
}
.wires :deep(td),
.wires :deep(th) {
  padding: 0 var(--space-3) !important;
  white-space: nowrap;
}
.wires :deep(td.end) {
  white-space: normal;
}
.where {
  white-space: nowrap;
  font-size: var(--text-fine);
  margin-left: var(--space-2);
}
.swatch {
  width: 18px;
  height: 5px;
  border: 1px solid rgb(var(--v-theme-on-surface));
  margin-right: var(--space-2);
  align-self: center;
}
.colour {
  display: flex;
  width: 100px;
}
.colour select {
  width: 82px;
}
.length {
  width: 52px;
  padding: var(--space-1) var(--space-2);
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 3px;
  text-align: right;
  color: inherit;
}
.omitted {
  text-decoration: line-through;
}
</style>
