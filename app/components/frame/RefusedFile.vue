<script setup lang="ts">
/** Why a file was not taken, place by place. */
defineProps<{ file: string; problems: { place: string; message: string }[]; what: 'opened' | 'taken in' }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <v-alert type="error" variant="outlined" density="compact" closable class="ma-4" @click:close="emit('close')">
    <b>{{ file }} cannot be {{ what }}.</b> Nothing was changed.
    <ul class="pl-4">
      <li v-for="one in problems" :key="one.place + one.message">
        <span v-if="one.place && !one.message.startsWith(one.place)" class="mono">{{ one.place }}</span> {{ one.message }}
      </li>
    </ul>
  </v-alert>
</template>
