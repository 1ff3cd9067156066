<script setup lang="ts">
/** Settings of a board as intended, as written and as kept, with the rule that explains a difference. */
import { keyWords, type LedgerRow } from '#core/settings'
import { useResolved } from '~/composables/usePlan'

const { rows, written = false } = defineProps<{
  rows: LedgerRow[]
  /** They were written just now; else only read. */
  written?: boolean
}>()
const resolved = useResolved()
const onlyUnlike = ref(false)
const shown = computed(() => rows.filter(({ agrees }) => !onlyUnlike.value || !agrees))
const words = (value: LedgerRow['intended'] | undefined) =>
  value === undefined ? 'nothing' : value === true ? 'on' : value === false ? 'off' : String(value)
</script>

<template>
  <label class="only no-print"><input v-model="onlyUnlike" type="checkbox" /> only what differs</label>
  <table>
    <thead>
      <tr>
        <th>Setting</th>
        <th>Intended</th>
        <th v-if="written">Written</th>
        <th><span class="d-sr-only">Agrees</span></th>
        <th>Kept</th>
        <th>Why</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in shown" :key="row.key" :class="{ unlike: !row.agrees }">
        <td>
          {{ keyWords(resolved, row.key) }}
          <span class="mono quiet key">{{ row.key }}</span>
        </td>
        <td class="mono">{{ words(row.intended) }}</td>
        <td v-if="written" class="mono">{{ words(row.written) }}</td>
        <td class="sign">{{ row.agrees ? '=' : '≠' }}</td>
        <td class="mono">{{ words(row.kept) }}</td>
        <td>
          <NuxtLink v-if="row.rule" :to="{ path: '/rules', hash: `#${row.rule}` }">{{ row.rule }}</NuxtLink> {{ row.why }}
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="!shown.length" class="quiet">Nothing differs.</p>
</template>

<style scoped>
.only {
  display: inline-flex;
  gap: var(--space-2);
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
}
th,
td {
  text-align: left;
  padding: var(--space-1) var(--space-5) var(--space-1) 0;
  border-bottom: var(--edge);
}
.key {
  font-size: var(--text-note);
}
.sign {
  font-weight: 700;
}
.unlike td {
  color: rgb(var(--v-theme-error));
}
</style>
