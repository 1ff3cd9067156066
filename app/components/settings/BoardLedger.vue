<script setup lang="ts">
/** A real board, or the simulated one: settings are written to it and read back. */
import { mdiDownload, mdiLifebuoy, mdiStop, mdiTrayArrowDown, mdiTrayArrowUp } from '@mdi/js'
import { intendedState, ledger, setupRounds } from '#core/settings'
import { download } from '~/composables/download'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBoardLine } from '~/stores/board'
import { useBuild } from '~/stores/build'
import { useSession } from '~/stores/session'

const plan = usePlan()
const resolved = useResolved()
const build = useBuild()
const line = useBoardLine()
const session = useSession()
const simulated = computed(() => {
  const beside = session.session?.simulated
  return beside?.board === plan.value.board.definition ? beside : undefined
})
const rounds = computed(() => setupRounds(resolved.value))
const intended = computed(() => intendedState(rounds.value))
/** What was done to this build's board last. */
const did = computed(() => (line.did?.build === build.id ? line.did?.what : undefined))
const rows = computed(() => {
  if (!plan.value.lastRead) return undefined
  const written = did.value === 'written' ? intended.value : {}
  return ledger(resolved.value.board, intended.value, written, plan.value.lastRead.settings)
})
const unlike = computed(() => rows.value?.filter(({ agrees }) => !agrees).length ?? 0)
const sent = computed(() => line.events.filter(({ at }) => at === 'set').length)
/** What happened besides single settings; the same again and again is told once, with its count. */
const rest = computed(() =>
  line.events
    .filter(({ at }) => at !== 'set')
    .reduce<{ at: string; text: string; times: number }[]>((told, { at, text }) => {
      const last = told.at(-1)
      if (last?.at === at && last.text === text) last.times += 1
      else told.push({ at, text, times: 1 })
      return told
    }, []),
)
const words: Record<string, string> = {
  backup: 'Backup',
  save: 'Saved',
  restart: 'Restarted',
  again: 'Line lost, taken up again',
  read: 'Read back',
  rescue: 'Rescue',
  erase: 'Erased',
  restore: 'Backup put back',
}
const saveBackup = () =>
  download(`${plan.value.name} board backup.json`, 'application/json', JSON.stringify(line.backup, null, 2))
</script>

<template>
  <section class="board" aria-label="Board" data-testid="ledger">
    <p>
      Writes everything of <b>What to set</b> that is the board’s own to {{ resolved.board.name }}, round by round with a restart
      after each, and reads it back. What the board had is kept as a backup first.<template v-if="simulated">
        A simulated {{ resolved.board.name }} answers at port {{ simulated.port }}.</template
      >
    </p>
    <div class="asked no-print">
      <label
        >Port on this machine <input v-model.number="line.port" type="number" min="1024" max="65535" :aria-invalid="!line.right"
      /></label>
      <v-btn
        variant="flat"
        color="primary"
        :prepend-icon="mdiTrayArrowDown"
        :disabled="Boolean(line.working) || !line.right"
        @click="line.write"
        >Write to the board</v-btn
      >
      <v-btn variant="outlined" :prepend-icon="mdiTrayArrowUp" :disabled="Boolean(line.working) || !line.right" @click="line.read"
        >Read it</v-btn
      >
      <v-btn v-if="line.backup" :prepend-icon="mdiDownload" @click="saveBackup">Backup</v-btn>
      <v-btn v-if="line.backup" :disabled="Boolean(line.working)" @click="line.restore">Put the backup back</v-btn>
    </div>
    <p v-if="!line.right" class="text-error" role="alert">A port is a whole number from 1024 to 65535.</p>
    <div v-if="line.working" class="asked">
      <p role="status">
        {{ line.working }}<template v-if="sent">: {{ sent }} of {{ Object.keys(intended).length }} settings sent</template>.
      </p>
      <progress v-if="sent" :value="sent" :max="Object.keys(intended).length" aria-label="Settings sent" />
      <v-btn v-if="line.events.length" variant="outlined" :prepend-icon="mdiStop" @click="line.stop">Stop</v-btn>
    </div>
    <p v-if="line.failure" class="text-error" role="alert">{{ line.failure }}</p>
    <section v-if="line.loops" class="rescue" aria-label="Rescue">
      <h2>A board that restarts without end</h2>
      <ol>
        <li>Propellers off, battery off; leave USB alone connected.</li>
        <li>
          <b>Rescue</b>: on a real board hold its rescue button while power comes on. The simulated one hears the line between two
          starts.
        </li>
        <li><b>Erase</b>: everything that was set is gone, and with it what it stumbles over.</li>
        <li v-if="line.backup">
          <b>Put back</b>: the backup of {{ Object.keys(line.backup).length }} settings, taken before the write, goes on again.
        </li>
        <li v-else>There is no backup here: the board is as it was made then, and the plan can be written anew.</li>
      </ol>
      <v-btn
        class="no-print"
        variant="flat"
        color="error"
        :prepend-icon="mdiLifebuoy"
        :disabled="Boolean(line.working)"
        @click="line.rescue"
        >Rescue, erase{{ line.backup ? ' and put back' : '' }}</v-btn
      >
    </section>
    <ul v-if="rest.length" class="told" aria-label="What happened">
      <li v-for="(event, at) in rest" :key="at">
        <b>{{ words[event.at] }}</b> {{ event.text }}{{ event.times > 1 ? `, ${event.times} times` : '' }}
      </li>
    </ul>
    <template v-if="rows">
      <p role="status">
        <b
          >{{ did === 'written' ? 'Written and read back' : did === 'read' ? 'Read' : 'As last read' }}:
          {{ rows.length - unlike }} of {{ rows.length }} as intended.</b
        >
      </p>
      <LedgerTable :rows :written="did === 'written'" />
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
progress {
  accent-color: rgb(var(--v-theme-primary));
}
.told {
  margin: var(--space-3) 0;
  padding-left: var(--space-5);
  font-size: var(--text-small);
}
.rescue {
  max-width: 70ch;
  border-left: 3px solid rgb(var(--v-theme-error));
  padding: var(--space-2) var(--space-5);
}
.rescue h2 {
  font-size: var(--text-body);
}
.rescue ol {
  padding-left: var(--space-5);
  margin: var(--space-2) 0 var(--space-3);
}
p {
  margin: var(--space-3) 0;
  max-width: 90ch;
}
</style>
