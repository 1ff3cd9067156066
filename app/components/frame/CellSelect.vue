<script setup lang="ts" generic="T extends string | number">
/** A choice in a cell of a table: the browser's own list, since hundreds of them are shown at once. */
const { items } = defineProps<{ items: { value: T; title: string; props?: { subtitle?: string } }[] }>()
const value = defineModel<T>({ required: true })
const text = computed({
  get: () => String(value.value),
  set: (chosen) => (value.value = items.find((item) => String(item.value) === chosen)!.value),
})
</script>

<template>
  <select v-model="text">
    <option v-for="item in items" :key="item.value" :value="String(item.value)" :title="item.props?.subtitle">
      {{ item.title }}
    </option>
  </select>
</template>

<style scoped>
select {
  border: 1px solid transparent;
  border-radius: 3px;
  color: inherit;
  background: transparent;
  text-overflow: ellipsis;
  cursor: pointer;
}
select:hover {
  background: rgba(var(--v-theme-on-surface), 0.06);
}
</style>
