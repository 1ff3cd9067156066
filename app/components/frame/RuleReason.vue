<script setup lang="ts">
/** Why a rule is there; the text of all rules is loaded when the first is asked for. */
import { rules } from '#core/checks'

const { rule } = defineProps<{ rule: string }>()
const meta = computed(() => rules.find(({ meta: { id } }) => id === rule)?.meta)
</script>

<template>
  <p class="quiet reason">
    <b>{{ meta?.title }}.</b> {{ meta?.why }}
    <NuxtLink :to="{ path: '/rules', hash: `#${rule}` }">Rule {{ rule }}</NuxtLink>
  </p>
</template>

<style scoped>
.reason {
  font-size: var(--text-small);
  margin: var(--space-2) 0 0;
}
a {
  color: rgb(var(--v-theme-primary));
}
</style>
