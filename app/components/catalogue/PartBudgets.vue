<script setup lang="ts">
/** What the messages of a part come to on its line, at each rate that it can be set to. */
import type { DeviceDefinition } from '#core/catalogue'
import { headRoom, partBudgets } from '#core/links'
import { formatBaud, formatShare } from '#core/units'
import { useCatalogue } from '~/stores/catalogue'

const { device } = defineProps<{ device: DeviceDefinition }>()
const catalogue = useCatalogue()
const budgets = computed(() => partBudgets(device, catalogue.library?.protocols ?? {}))
const wordsOf = (load: number) => (load > 1 ? 'too much for the line' : load > headRoom ? 'no head room for bursts' : 'fits')
</script>

<template>
  <section v-if="budgets.length" class="budgets" aria-label="Load of its lines">
    <h2>What its messages come to</h2>
    <table>
      <thead>
        <tr>
          <th scope="col">Need</th>
          <th scope="col">Protocol</th>
          <th scope="col">Rate</th>
          <th scope="col" colspan="2">Fills the line to</th>
          <th scope="col"><span class="d-sr-only">Verdict</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(budget, at) in budgets" :key="at">
          <td>{{ budget.label }}</td>
          <td class="mono">{{ budget.protocol }}</td>
          <td class="mono rate">{{ formatBaud(budget.baud) }}{{ budget.isDefault ? ', as shipped' : '' }}</td>
          <td class="mono rate">{{ formatShare(budget.load) }}</td>
          <td>
            <meter
              min="0"
              max="1"
              :high="headRoom"
              :value="budget.load"
              :aria-label="`${budget.label} at ${formatBaud(budget.baud)}`"
            />
          </td>
          <td :class="{ over: budget.load > 1 }">
            {{ wordsOf(budget.load) }}{{ budget.oneWire ? ', both ways on one wire' : '' }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.budgets {
  padding: var(--space-4) var(--space-5);
  font-size: var(--text-small);
  overflow: auto;
}
h2 {
  font-size: var(--text-small);
  margin-bottom: var(--space-2);
}
table {
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
}
.rate {
  text-align: right;
}
meter {
  width: 90px;
}
.over {
  color: rgb(var(--v-theme-error));
}
</style>
