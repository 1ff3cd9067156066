<script setup lang="ts">
/** A field for one figure: within its limits it is given on, emptied it gives none, anything else is said at the field and not taken. */
import type { Figure } from '#core/plan'
import { useFigureInput } from '~/composables/useFigureInput'

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
const { wrong, read } = useFigureInput({
  figure: () => figure,
  optional: () => optional,
  whole: () => whole,
  refuse: (typed) => refuse(typed),
  set: (typed) => emit('set', typed),
})
</script>

<template>
  <v-text-field :model-value="value ?? ''" inputmode="decimal" :error-messages="wrong" @change="read" />
</template>
