<script setup lang="ts">
/** Why a file was not taken, place by place. */
defineProps<{ file: string; problems: { place: string; message: string }[]; what: 'opened' | 'imported' }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <v-alert type="error" variant="outlined" density="compact" closable class="ma-4" @click:close="emit('close')">
    <b>{{ file }} cannot be {{ what }}.</b> Nothing was changed.
    <ul class="pl-4">
      <li v-for="problem in problems" :key="problem.place + problem.message">
        <span v-if="problem.place && !problem.message.startsWith(problem.place)" class="mono">{{ problem.place }}</span>
        {{ problem.message }}
      </li>
    </ul>
  </v-alert>
</template>
