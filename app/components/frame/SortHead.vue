<script setup lang="ts">
/** The head of a column that the table can be sorted by: up, down, then as it was. */
import type { Sorting } from '~/composables/useSorted'

const { column } = defineProps<{ column: string }>()
const sorting = defineModel<Sorting | undefined>()
const here = computed(() => (sorting.value?.by === column ? sorting.value : undefined))
const sort = computed(() => (here.value ? (here.value.down ? 'descending' : 'ascending') : 'none'))

function turn() {
  if (!here.value) sorting.value = { by: column, down: false }
  else sorting.value = here.value.down ? undefined : { by: column, down: true }
}
</script>

<template>
  <th :aria-sort="sort">
    <button class="sort" @click="turn">
      <slot /><span aria-hidden="true" class="arrow no-print">{{ here ? (here.down ? '▾' : '▴') : '' }}</span>
    </button>
  </th>
</template>

<style scoped>
.sort {
  font-weight: inherit;
  min-height: 24px;
}
.sort:hover {
  text-decoration: underline;
}
.arrow {
  display: inline-block;
  width: 1em;
  text-align: center;
}
</style>
