<script setup lang="ts">
/** The field of one setting; what cannot be is said at it and not taken. */
import { mdiRestore } from '@mdi/js'
import type { SettingValue } from '#core/catalogue'
import type { ResolvedPlan } from '#core/plan'
import { refuseValue, settingWords, type SettingRow } from '#core/settings'

const { row, name, protocols } = defineProps<{ row: SettingRow; name: string; protocols: ResolvedPlan['protocols'] }>()
const emit = defineEmits<{ set: [value: SettingValue | undefined] }>()
const wrong = ref('')
const label = computed(() => `${row.setting.label} of ${name}`)
/** The values there are, and the one it has where that is none of them. */
const choices = computed(() => {
  const { setting, value } = row
  if (setting.kind !== 'choice') return []
  const values = setting.values.includes(value as string | number)
    ? setting.values
    : [...setting.values, value as string | number]
  return values.map((each) => ({ value: each, title: settingWords(setting, each, protocols) }))
})

const chosen = computed(() => row.value as string | number)

function read(event: Event) {
  const typed = (event.target as HTMLInputElement).value.trim()
  const value: SettingValue = row.setting.kind === 'number' ? Number(typed.replace(',', '.')) : typed
  const refused =
    row.setting.kind === 'number' && (typed === '' || Number.isNaN(value)) ? 'takes a figure' : refuseValue(row.setting, value)
  wrong.value = refused ? `${row.setting.label} ${refused}` : ''
  if (!refused) emit('set', value)
}
watch(
  () => row.value,
  () => (wrong.value = ''),
)
</script>

<template>
  <span class="field" :class="{ hand: row.byHand }">
    <CellSelect
      v-if="row.setting.kind === 'choice'"
      :model-value="chosen"
      :items="choices"
      :aria-label="label"
      @update:model-value="(value) => emit('set', value)"
    />
    <input
      v-else-if="row.setting.kind === 'switch'"
      type="checkbox"
      :checked="row.value === true"
      :aria-label="label"
      @change="emit('set', ($event.target as HTMLInputElement).checked)"
    />
    <input
      v-else
      class="mono"
      :class="{ number: row.setting.kind === 'number' }"
      :inputmode="row.setting.kind === 'number' ? 'decimal' : 'text'"
      :value="row.value"
      :aria-label="label"
      :aria-invalid="Boolean(wrong)"
      @change="read"
    />
    <span v-if="row.setting.kind === 'number' && row.setting.unit" class="quiet">{{ row.setting.unit }}</span>
    <button
      v-if="row.byHand"
      class="back"
      :aria-label="`${label} as wanted`"
      title="As wanted, or as it ships"
      @click="emit('set', undefined)"
    >
      <v-icon :icon="mdiRestore" size="14" />
    </button>
  </span>
  <p v-if="wrong || row.wrong" class="text-error said" role="alert">{{ wrong || row.wrong }}</p>
</template>

<style scoped>
.field {
  display: flex;
  align-items: center;
  gap: var(--space-2);
}
.field input:not([type='checkbox']),
.field select {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: 0 var(--space-2);
  min-width: 0;
  width: 160px;
  color: inherit;
}
.field input.number {
  width: 76px;
}
.field.hand :is(input, select) {
  border-color: rgb(var(--v-theme-secondary));
  border-width: 2px;
}
input[type='checkbox'] {
  width: 20px;
  height: 20px;
}
.back {
  min-width: 24px;
}
.said {
  margin: 0;
  font-size: var(--text-fine);
}
</style>
