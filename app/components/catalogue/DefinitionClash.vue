<script setup lang="ts">
import type { DefinitionEdit, EditableDefinition } from '#core/catalogue'
import type { Conflict } from '~/session/save-queue'

const { conflict } = defineProps<{ conflict: Conflict<EditableDefinition, DefinitionEdit> }>()
const emit = defineEmits<{ settle: [choice: 'mine' | 'merge' | 'theirs'] }>()
const author = computed(() => conflict.versions[0]?.author)
</script>

<template>
  <v-dialog :model-value="true" persistent width="540" aria-label="Changed elsewhere first">
    <v-card title="This definition was changed elsewhere first">
      <v-card-text>
        <p>
          Version {{ conflict.newest }}{{ author ? ` by ${author}` : '' }} came in while you worked. Nothing is lost: both are
          here.
        </p>
        <template v-if="conflict.places.length">
          <p class="mt-2">Both changed these places; together, yours stands there:</p>
          <ul class="pl-4">
            <li v-for="place in conflict.places" :key="place" class="mono">{{ place }}</li>
          </ul>
        </template>
        <p v-else class="mt-2">The two changes touch different places.</p>
      </v-card-text>
      <v-card-actions class="flex-wrap">
        <v-btn variant="flat" color="primary" @click="emit('settle', 'merge')">Put both together</v-btn>
        <v-btn variant="outlined" @click="emit('settle', 'mine')">Keep mine</v-btn>
        <v-btn variant="outlined" @click="emit('settle', 'theirs')">Take theirs (undo brings mine back)</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
