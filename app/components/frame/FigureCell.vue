<script setup lang="ts">
/** A figure within a line or a table: as a field for one is, but small. */
import type { Figure } from '#core/plan'
import { useFigureInput } from '~/composables/useFigureInput'

const {
  figure,
  value,
  label,
  whole = false,
  optional = false,
  refuse = () => '',
} = defineProps<{
  figure: Figure
  value: number | undefined
  label: string
  whole?: boolean
  optional?: boolean
  refuse?: (value: number) => string
}>()
const emit = defineEmits<{ set: [value: number | undefined] }>()
const { wrong, read } = useFigureInput({
  figure: () => figure,
  optional: () => optional,
  whole: () => whole,
  refuse: (typed) => refuse(typed),
  set: (typed) => emit('set', typed),
})
</script>

<template>
  <span class="cell">
    <input :value="value ?? ''" inputmode="decimal" :aria-label="label" :aria-invalid="wrong !== ''" @change="read" />
    <span v-if="wrong" class="text-error" role="alert">{{ wrong }}</span>
  </span>
</template>

<style scoped>
.cell {
  display: inline-flex;
  flex-direction: column;
}
input {
  width: 60px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: 0 var(--space-2);
  color: inherit;
  font-family: var(--mono);
}
.text-error {
  font-size: var(--text-note);
}
</style>
