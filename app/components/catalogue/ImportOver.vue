<script setup lang="ts">
/** What a file would replace, place by place, and what becomes of it. */
import type { Replaced } from '#contract'

const { name, replaces } = defineProps<{ name: string; replaces: Replaced[] }>()
const emit = defineEmits<{ take: [there: 'replace' | 'keep']; close: [] }>()
</script>

<template>
  <v-dialog :model-value="true" width="680" aria-label="Import over what is there" scrollable @update:model-value="emit('close')">
    <v-card :title="`${name} would replace what is there`">
      <v-card-text>
        These are in the catalogue already, and otherwise than in the file. Their versions so far are kept.
        <section v-for="other in replaces" :key="other.kind + other.id" class="mt-3">
          <h3>{{ other.name }} ({{ other.kind }})</h3>
          <table v-if="other.differences.length" class="differences">
            <thead>
              <tr>
                <th>Where</th>
                <th>Now</th>
                <th>In the file</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="difference in other.differences" :key="difference.path">
                <td class="mono">{{ difference.path }}</td>
                <td>{{ difference.now }}</td>
                <td>{{ difference.then }}</td>
              </tr>
            </tbody>
          </table>
          <p v-else class="quiet">What is there cannot be read.</p>
        </section>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">Cancel</v-btn>
        <v-btn @click="emit('take', 'keep')">Import only the others</v-btn>
        <v-btn color="primary" variant="flat" @click="emit('take', 'replace')">Replace them</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h3 {
  font-size: var(--text-small);
}
.differences {
  width: 100%;
  font-size: var(--text-small);
  border-collapse: collapse;
}
.differences td,
.differences th {
  text-align: left;
  vertical-align: top;
  padding: var(--space-1) var(--space-3);
  border-bottom: var(--edge);
  overflow-wrap: anywhere;
}
</style>
