<script setup lang="ts">
/** One value of a link at its two ends. */
import { mdiRestore } from '@mdi/js'
import type { LinkSide } from '#core/plan'

type Value = string | number | boolean
interface End {
  value: Value
  /** Set by hand, not as allocated. */
  byHand: boolean
}

const props = defineProps<{
  label: string
  values: { value: Value; title: string }[]
  board: End
  device: End
  /** Why an end cannot have a value. */
  shut: (end: LinkSide, value: Value) => string | undefined
  /** The ends stand at both sides, and what it is between them. */
  facing?: boolean
}>()
const emit = defineEmits<{ set: [end: LinkSide, value: Value]; unset: [end: LinkSide] }>()
const same = computed(() => props.board.value === props.device.value)
const ends: readonly LinkSide[] = ['board', 'device']
/** What may be chosen at each end, with why it cannot be. */
const choices = computed(() => {
  const at = (end: LinkSide) => props.values.map((choice) => ({ ...choice, shut: props.shut(end, choice.value) }))
  return { board: at('board'), device: at('device') }
})

function choose(end: LinkSide, event: Event) {
  const { value } = props.values[(event.target as HTMLSelectElement).selectedIndex]!
  emit('set', end, value)
}
</script>

<template>
  <tr>
    <td v-if="!facing" class="quiet">{{ label }}</td>
    <template v-for="end in ends" :key="end">
      <td v-if="end === 'device'" class="sign" :class="{ unlike: !same }" :title="same ? 'both ends agree' : 'the ends differ'">
        <span v-if="facing" class="what">{{ label }}</span> {{ same ? '=' : '≠' }}
      </td>
      <td :class="{ far: facing && end === 'device' }">
        <select
          :aria-label="`${label} at the ${end}`"
          :class="{ hand: props[end].byHand }"
          :title="props[end].byHand ? 'set by hand' : 'as allocated'"
          @change="choose(end, $event)"
        >
          <option
            v-for="choice in choices[end]"
            :key="String(choice.value)"
            :value="String(choice.value)"
            :selected="choice.value === props[end].value"
            :class="{ shut: choice.shut }"
          >
            {{ choice.title }}{{ choice.shut ? ` ✕ ${choice.shut}` : '' }}
          </option>
        </select>
        <button
          v-if="props[end].byHand"
          class="back"
          :aria-label="`${label} at the ${end} as allocated`"
          title="As allocated"
          @click="emit('unset', end)"
        >
          <v-icon :icon="mdiRestore" size="14" />
        </button>
      </td>
    </template>
  </tr>
</template>

<style scoped>
td {
  padding: var(--space-1) var(--space-2) var(--space-1) 0;
  white-space: nowrap;
}
select {
  text-overflow: ellipsis;
  border: var(--edge);
  border-radius: 3px;
  width: calc(100% - 20px);
  background: rgb(var(--v-theme-surface));
  color: inherit;
}
option.shut {
  color: rgb(var(--v-theme-error));
}
select.hand {
  border-color: rgb(var(--v-theme-secondary));
  border-width: 2px;
}
.sign {
  text-align: center;
  font-weight: 700;
}
.far {
  text-align: right;
}
.what {
  display: block;
  font-weight: 400;
  font-size: var(--text-fine);
  line-height: 1;
}
.unlike {
  color: rgb(var(--v-theme-error));
}
</style>
