<script setup lang="ts">
import { useNotices } from '~/stores/notices'

const notices = useNotices()
const open = computed({ get: () => Boolean(notices.current), set: (on) => !on && notices.clear() })

/** A notice stands beside what is open: Escape is for the dialog below it. */
const beside = { _disableGlobalStack: true }

function act() {
  notices.current?.action?.run()
  notices.clear()
}
</script>

<template>
  <v-snackbar
    v-model="open"
    v-bind="beside"
    :timeout="notices.current?.kind === 'error' ? 12000 : 6000"
    location="bottom start"
    role="status"
  >
    <span class="words">{{ notices.current?.text }}</span>
    <template #actions>
      <v-btn v-if="notices.current?.action" @click="act">{{ notices.current.action.label }}</v-btn>
      <v-btn @click="notices.clear()">Close</v-btn>
    </template>
  </v-snackbar>
</template>

<style scoped>
/* Whatever it repeats of what was typed, it covers little. */
.words {
  display: block;
  max-height: 7.5em;
  overflow: auto;
  overflow-wrap: anywhere;
}
</style>
