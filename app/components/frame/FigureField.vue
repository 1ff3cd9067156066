<script setup lang="ts">
/** A field for one figure: within its limits it is given on, emptied it gives none, anything else is said at the field and not taken. */
import { figures, readFigure, type Figure } from '#core/plan'

const {
  figure,
  value = undefined,
  optional = false,
  whole = false,
  refuse = () => '',
} = defineProps<{
  figure: Figure
  value?: number
  /** The field may be empty. */
  optional?: boolean
  whole?: boolean
  /** Why a figure within its limits cannot be; empty when it can. */
  refuse?: (value: number) => string
}>()
const emit = defineEmits<{ set: [value: number | undefined] }>()
const wrong = ref('')

function read(event: Event) {
  const { value: typed, wrong: said = '' } = readFigure((event.target as HTMLInputElement).value, figure, whole)
  const { min, max, unit } = figures[figure]
  wrong.value = said
  if (said) return
  if (typed === undefined && !optional) wrong.value = `${min} to ${max} ${unit}${whole ? ', whole' : ''}`
  else if (typed !== undefined) wrong.value = refuse(typed)
  if (!wrong.value) emit('set', typed)
}
</script>

<template>
  <v-text-field :model-value="value ?? ''" inputmode="decimal" :error-messages="wrong" @change="read" />
</template>
