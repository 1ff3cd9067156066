<script setup lang="ts">
import { mdiAlert } from '@mdi/js'
import { useSession } from '~/stores/session'

/** Says above everything what is wrong with the data or the server, until it is not. */
const session = useSession()
const pause = { well: 30_000, troubled: 2000 }
let timer: ReturnType<typeof setTimeout>

async function watchOver() {
  await session.ask()
  timer = setTimeout(watchOver, session.trouble ? pause.troubled : pause.well)
}
onMounted(watchOver)
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <p v-if="session.trouble" class="trouble no-print" role="alert" data-testid="trouble">
    <v-icon :icon="mdiAlert" size="18" aria-hidden="true" />
    <span><b>Nothing can be saved:</b> {{ session.trouble.message }}. {{ session.trouble.todo }}</span>
  </p>
</template>

<style scoped>
.trouble {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  padding: var(--space-3) var(--space-5);
  border-bottom: 2px solid rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-error));
}
</style>
