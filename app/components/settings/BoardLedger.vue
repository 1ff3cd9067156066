<script setup lang="ts">
/** A real board, or the simulated one: settings are written to it and read back. */
import { mdiDownload, mdiTrayArrowDown, mdiTrayArrowUp } from '@mdi/js'
import type { BoardState, LedgerRow } from '#core/settings'
import { callApi } from '~/composables/useApi'
import { download } from '~/composables/download'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useNotices } from '~/stores/notices'

const plan = usePlan()
const resolved = useResolved()
const notices = useNotices()
const port = ref(4174)
const working = ref('')
const failure = ref('')
const rows = shallowRef<LedgerRow[]>()
/** What the rows tell of: a write or a reading, of which plan. */
const told = shallowRef<{ did: 'written' | 'read'; plan: typeof plan.value }>()
const backup = shallowRef<BoardState>()
const unlike = computed(() => rows.value?.filter(({ agrees }) => !agrees).length ?? 0)
const stale = computed(() => told.value !== undefined && told.value.plan !== plan.value)
const right = computed(() => Number.isInteger(port.value) && port.value >= 1024 && port.value <= 65_535)

async function ask<T>(what: string, path: string, body: object, take: (answer: T) => void) {
  if (working.value || !right.value) return
  working.value = what
  failure.value = ''
  try {
    take(await callApi<T>('POST', path, { ...body, port: port.value }))
  } catch (error) {
    failure.value = (error as Error).message
  }
  working.value = ''
}

const read = () =>
  ask<{ rows: LedgerRow[] }>('Reading', '/api/board/read', { plan: plan.value }, (answer) => {
    rows.value = answer.rows
    told.value = { did: 'read', plan: plan.value }
  })
const write = () =>
  ask<{ rows: LedgerRow[]; backup: BoardState }>('Writing', '/api/board/write', { plan: plan.value }, (answer) => {
    rows.value = answer.rows
    backup.value = answer.backup
    told.value = { did: 'written', plan: plan.value }
    notices.tell('Written and read back.', { label: 'Undo', run: () => void restore() })
  })
const restore = () =>
  ask('Putting back', '/api/board/restore', { settings: backup.value }, () => {
    rows.value = told.value = undefined
    notices.tell('The board has again what it had before.')
  })
const saveBackup = () =>
  download(`${plan.value.name} board backup.json`, 'application/json', JSON.stringify(backup.value, null, 2))
</script>

<template>
  <section class="board" aria-label="Board" data-testid="ledger">
    <p>
      Writes everything of <b>What to set</b> that is the board’s own to {{ resolved.board.name }}, round by round with a restart
      after each, and reads it back. What the board had is kept as a backup first. With the demo a simulated Corran 7 answers at
      port 4174.
    </p>
    <div class="asked no-print">
      <label
        >Port on this machine <input v-model.number="port" type="number" min="1024" max="65535" :aria-invalid="!right"
      /></label>
      <v-btn variant="flat" color="primary" :prepend-icon="mdiTrayArrowDown" :disabled="Boolean(working) || !right" @click="write"
        >Write to the board</v-btn
      >
      <v-btn variant="outlined" :prepend-icon="mdiTrayArrowUp" :disabled="Boolean(working) || !right" @click="read"
        >Read it</v-btn
      >
      <v-btn v-if="backup" :prepend-icon="mdiDownload" @click="saveBackup">Backup</v-btn>
      <v-btn v-if="backup" :disabled="Boolean(working)" @click="restore">Put the backup back</v-btn>
    </div>
    <p v-if="!right" class="text-error" role="alert">A port is a whole number from 1024 to 65535.</p>
    <p v-if="working" role="status">{{ working }}.</p>
    <p v-if="failure" class="text-error" role="alert">{{ failure }}</p>
    <template v-if="rows">
      <p role="status">
        <b
          >{{ told?.did === 'written' ? 'Written and read back' : 'Read' }}: {{ rows.length - unlike }} of {{ rows.length }} as
          intended.</b
        >
        <span v-if="stale"> The plan has changed since.</span>
      </p>
      <LedgerTable :rows :written="told?.did === 'written'" />
    </template>
    <PastedText />
  </section>
</template>

<style scoped>
.board {
  padding: var(--space-4) var(--space-6);
}
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-3) var(--space-5);
}
.asked input {
  width: 84px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: 0 var(--space-2);
  color: inherit;
}
p {
  margin: var(--space-3) 0;
  max-width: 90ch;
}
</style>
