<script setup lang="ts">
/** A field for one figure: within its limits it is given on, emptied it gives none, anything else is said at the field and not taken. */
import { figures, type Figure } from '#core/plan'

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
  const text = (event.target as HTMLInputElement).value.trim().replace(',', '.')
  const { min, max, unit } = figures[figure]
  const typed = Number(text)
  wrong.value = ''
  if (text === '' && optional) emit('set', undefined)
  else if (text === '' || !(typed >= min && typed <= max) || (whole && !Number.isInteger(typed))) {
    wrong.value = `${min} to ${max} ${unit}${whole ? ', whole' : ''}`
  } else {
    wrong.value = refuse(typed)
    if (!wrong.value) emit('set', typed)
  }
}
</script>

<template>
  <v-text-field :model-value="value ?? ''" inputmode="decimal" :error-messages="wrong" @change="read" />
</template>
