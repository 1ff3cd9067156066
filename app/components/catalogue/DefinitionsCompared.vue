<script setup lang="ts">
/** What differs from one text of a definition to another: drawn where it is pads, and value by value. */
import { definitionChanges, type Definition } from '#core/catalogue'

const {
  before,
  after,
  heads = ['Was', 'Is'],
} = defineProps<{ before: Definition; after: Definition; heads?: readonly [string, string] }>()
const most = 200
const changes = computed(() => definitionChanges(before, after))
</script>

<template>
  <div>
    <PadsCompared v-if="before.kind === 'board' && after.kind === 'board'" :before :after />
    <p v-if="!changes.length" class="quiet">They are the same.</p>
    <v-table v-else class="plain">
      <thead>
        <tr>
          <th>Place</th>
          <th>{{ heads[0] }}</th>
          <th>{{ heads[1] }}</th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="change in changes.slice(0, most)" :key="change.path">
          <td :title="change.words">{{ change.path }}</td>
          <td>{{ change.was || 'not there' }}</td>
          <td>{{ change.becomes || 'not there' }}</td>
        </tr>
      </tbody>
    </v-table>
    <p v-if="changes.length > most" class="quiet">And {{ changes.length - most }} more.</p>
  </div>
</template>

<style scoped>
td {
  max-width: 260px;
  overflow-wrap: anywhere;
  vertical-align: top;
}
</style>
