<script setup lang="ts">
/** Definitions in columns, beside each other. */
import { compared, type EditableDefinition } from '#core/catalogue'

const { definitions } = defineProps<{ definitions: readonly EditableDefinition[] }>()
const emit = defineEmits<{ close: [] }>()
const rows = computed(() => compared(definitions))
const unlikeOnly = ref(false)
const shown = computed(() => rows.value.filter(({ isUnlike }) => isUnlike || !unlikeOnly.value))
</script>

<template>
  <v-dialog :model-value="true" width="1160" scrollable aria-label="Compared" @update:model-value="emit('close')">
    <v-card title="Compared">
      <v-card-text>
        <v-checkbox v-model="unlikeOnly" label="Only what is unlike" density="compact" hide-details />
        <v-table class="plain" data-testid="compared">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th v-for="{ id, kind, name } in definitions" :key="id">
                <NuxtLink :to="`/catalogue/${kind}/${id}`">{{ name }}</NuxtLink>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ what, values, isUnlike } in shown" :key="what" :class="{ unlike: isUnlike }">
              <th scope="row">{{ what }}</th>
              <td v-for="(value, at) in values" :key="at">{{ value || '–' }}</td>
            </tr>
          </tbody>
        </v-table>
        <p v-if="!shown.length" class="quiet pa-3">They are alike in all of this.</p>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="emit('close')">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
th {
  text-align: left;
  white-space: nowrap;
}
.unlike td {
  font-weight: 700;
}
a {
  color: rgb(var(--v-theme-primary));
}
</style>
