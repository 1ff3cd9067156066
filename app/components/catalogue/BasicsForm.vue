<script setup lang="ts">
import { deviceClasses } from '#core/catalogue'
import type { Editable } from '~/composables/useDefinition'

const { definition } = defineProps<{ definition: Editable }>()
const emit = defineEmits<{ change: [definition: Editable] }>()
const set = (part: object) => emit('change', { ...definition, ...part } as Editable)
const text = (event: Event) => (event.target as HTMLInputElement).value
const number = (event: Event) => Number(text(event).replace(',', '.'))
const classes = Object.entries(deviceClasses).map(([value, title]) => ({ value, title }))
</script>

<template>
  <section class="form" aria-label="Basics">
    <v-text-field :model-value="definition.name" label="Name" @change="set({ name: text($event) })" />
    <v-text-field :model-value="definition.maker" label="Maker" @change="set({ maker: text($event) })" />
    <v-text-field :model-value="definition.summary" label="What it is" class="wide" @change="set({ summary: text($event) })" />
    <v-text-field :model-value="definition.mass" label="Mass" suffix="g" @change="set({ mass: number($event) })" />
    <template v-if="definition.kind === 'board'">
      <v-text-field
        :model-value="definition.outline.width"
        label="Width"
        suffix="mm"
        @change="set({ outline: { ...definition.outline, width: number($event) } })"
      />
      <v-text-field
        :model-value="definition.outline.height"
        label="Height"
        suffix="mm"
        @change="set({ outline: { ...definition.outline, height: number($event) } })"
      />
      <v-text-field
        :model-value="definition.supply.cellsMin"
        label="Cells, fewest"
        @change="set({ supply: { ...definition.supply, cellsMin: number($event) } })"
      />
      <v-text-field
        :model-value="definition.supply.cellsMax"
        label="Cells, most"
        @change="set({ supply: { ...definition.supply, cellsMax: number($event) } })"
      />
    </template>
    <template v-else>
      <v-select
        :model-value="definition.class"
        :items="classes"
        label="Kind"
        @update:model-value="(value: string) => set({ class: value })"
      />
      <v-text-field
        :model-value="definition.size.width"
        label="Width"
        suffix="mm"
        @change="set({ size: { ...definition.size, width: number($event) } })"
      />
      <v-text-field
        :model-value="definition.size.height"
        label="Height"
        suffix="mm"
        @change="set({ size: { ...definition.size, height: number($event) } })"
      />
      <v-checkbox
        :model-value="definition.selfPowered ?? false"
        label="Has a battery of its own"
        hide-details
        @update:model-value="(value) => set({ selfPowered: Boolean(value) })"
      />
    </template>
  </section>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(2, minmax(140px, 1fr));
  gap: var(--space-4);
  padding: var(--space-5);
  align-content: start;
}
.wide {
  grid-column: 1 / -1;
}
</style>
