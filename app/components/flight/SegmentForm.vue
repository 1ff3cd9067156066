<script setup lang="ts">
/** Some lights of a strip and what they tell: the first meaning that holds is shown. */
import { mdiArrowUp, mdiDeleteOutline, mdiPlus } from '@mdi/js'
import { meaningAt } from '#core/lights'
import type { FlightValues } from '#core/flight'
import {
  lightEffects,
  lightStates,
  mostMeanings,
  type LightEffect,
  type LightMeaning,
  type LightSegment,
  type LightState,
} from '#core/plan'

const { segment, leds, values } = defineProps<{ segment: LightSegment; leds: number; values: FlightValues | undefined }>()
const emit = defineEmits<{ set: [segment: LightSegment | null] }>()
const states = Object.entries(lightStates).map(([value, title]) => ({ value, title }))
const effects = Object.entries(lightEffects).map(([value, { name }]) => ({ value, title: name }))
const now = computed(() => values && meaningAt(segment.meanings, values))
const set = (part: Partial<LightSegment>) => emit('set', { ...segment, ...part })
const change = (at: number, part: Partial<LightMeaning>) =>
  set({ meanings: segment.meanings.with(at, { ...segment.meanings[at]!, ...part }) })
const up = (at: number) => set({ meanings: segment.meanings.toSpliced(at, 1).toSpliced(at - 1, 0, segment.meanings[at]!) })
const unused = computed(() =>
  (Object.keys(lightStates) as LightState[]).find((state) => !segment.meanings.some(({ when }) => when === state)),
)
function rename(event: Event) {
  const field = event.target as HTMLInputElement
  const name = field.value.trim()
  if (name) set({ name })
  else field.value = segment.name
}
</script>

<template>
  <section class="segment" :aria-label="segment.name">
    <p>
      <input class="name" :value="segment.name" maxlength="80" aria-label="Name of the segment" @change="rename" />
      lights
      <FigureCell
        figure="light"
        whole
        label="First light"
        :value="segment.first"
        :refuse="(first) => (first <= segment.last ? '' : `up to ${segment.last}`)"
        @set="(first) => set({ first: first! })"
      />
      to
      <FigureCell
        figure="light"
        whole
        label="Last light"
        :value="segment.last"
        :refuse="(last) => (last < segment.first ? `from ${segment.first} on` : last > leds ? `the strip has ${leds}` : '')"
        @set="(last) => set({ last: last! })"
      />
      <v-btn
        size="x-small"
        variant="text"
        :icon="mdiDeleteOutline"
        :aria-label="`Remove ${segment.name}`"
        @click="emit('set', null)"
      />
    </p>
    <ol>
      <li v-for="(meaning, at) in segment.meanings" :key="at" :class="{ now: meaning === now }">
        <input
          type="color"
          :value="meaning.colour"
          :aria-label="`Colour ${at + 1} of ${segment.name}`"
          @change="change(at, { colour: ($event.target as HTMLInputElement).value })"
        />
        <CellSelect
          :model-value="meaning.when"
          :items="states"
          :aria-label="`When ${at + 1} of ${segment.name}`"
          @update:model-value="(when) => change(at, { when: when as LightState })"
        />
        <CellSelect
          :model-value="meaning.effect"
          :items="effects"
          :aria-label="`How ${at + 1} of ${segment.name}`"
          @update:model-value="(effect) => change(at, { effect: effect as LightEffect })"
        />
        <v-btn
          size="x-small"
          variant="text"
          :icon="mdiArrowUp"
          :disabled="at === 0"
          :aria-label="`${lightStates[meaning.when]} of ${segment.name} before the one above`"
          @click="up(at)"
        />
        <v-btn
          size="x-small"
          variant="text"
          :icon="mdiDeleteOutline"
          :aria-label="`Remove ${lightStates[meaning.when]} of ${segment.name}`"
          @click="set({ meanings: segment.meanings.toSpliced(at, 1) })"
        />
      </li>
    </ol>
    <v-btn
      v-if="unused"
      size="x-small"
      variant="text"
      :prepend-icon="mdiPlus"
      :disabled="segment.meanings.length >= mostMeanings"
      @click="set({ meanings: [...segment.meanings, { when: unused, colour: '#ffffff', effect: 'steady' }] })"
      >Add a meaning</v-btn
    >
  </section>
</template>

<style scoped>
.segment {
  border-top: var(--edge);
  padding: var(--space-3) 0;
}
.name {
  width: 90px;
  font-weight: 700;
  color: inherit;
  border: 0;
  border-bottom: 1px solid rgba(var(--v-theme-on-surface), 0.4);
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  align-items: center;
  gap: var(--space-2);
}
li.now {
  background: rgba(var(--v-theme-secondary), 0.13);
}
input[type='color'] {
  width: 28px;
  height: 24px;
  padding: 0;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
}
</style>
