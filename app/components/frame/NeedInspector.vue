<script setup lang="ts">
import { splitKey, type LinkSettings } from '#core/plan'
import { grouped } from '#core/units'
import { useNames } from '~/composables/useNames'
import { useBuild } from '~/stores/build'

const { need } = defineProps<{ need: string }>()
const build = useBuild()
const names = useNames()
const placement = computed(() => build.plan!.assignment[need])
const locked = computed(() => build.plan!.locks[need] !== undefined)
const link = computed(() => build.analysis?.links[need])
const reasons = computed(() => build.analysis?.proposal.reasons[need] ?? [])
const bauds = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 100000, 115200, 230400, 250000, 420000, 460800, 921600, 2000000]
const frames = ['8N1', '8N2', '8E1', '8E2', '8O1']
const protocols = computed(() =>
  Object.values(build.plan!.definitions.protocols).map(({ id, name }) => ({ value: id, title: name })),
)

const rows = computed(() => {
  if (!link.value) return []
  const { board, device } = link.value
  const row = (label: string, key: keyof LinkSettings, show: (value: never) => string) => ({
    label,
    key,
    board: show(board[key] as never),
    device: show(device[key] as never),
    same: board[key] === device[key],
  })
  return [
    row('Protocol', 'protocol', (id: string) => build.plan!.definitions.protocols[id]?.name ?? id),
    row('Rate', 'baud', grouped),
    row('Frame', 'frame', String),
    row('Inverted', 'inverted', (on: boolean) => (on ? 'yes' : 'no')),
  ]
})

function setBoard(settings: LinkSettings) {
  build.edit({ type: 'port.set', port: link.value!.port, settings })
}

function setDevice(settings: LinkSettings) {
  build.edit({ type: 'link.set', need, settings })
}

function setLock() {
  if (locked.value) build.edit({ type: 'need.unlock', need })
  else if (placement.value) build.edit({ type: 'need.lock', need, place: placement.value.place })
}

const byHand = computed(() =>
  Boolean(build.plan!.deviceSettings[need] || (link.value && build.plan!.portSettings[link.value.port])),
)
function follow() {
  build.edit({
    type: 'several',
    label: `Set both ends of ${names.device(splitKey(need)[0])} as allocated`,
    edits: [
      { type: 'link.set', need, settings: null },
      ...(link.value ? [{ type: 'port.set' as const, port: link.value.port, settings: null }] : []),
    ],
  })
}
</script>

<template>
  <h2>{{ names.needOfDevice(need) }}</h2>
  <p>
    {{ placement ? `On ${names.place(placement.place)}.` : 'Has no place.' }}
    <v-btn v-if="placement" size="x-small" variant="outlined" @click="setLock">{{ locked ? 'Unlock' : 'Lock here' }}</v-btn>
  </p>
  <table v-if="rows.length" class="pair">
    <thead>
      <tr>
        <th />
        <th>Board</th>
        <th />
        <th>Device</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.key">
        <th>{{ row.label }}</th>
        <td>
          <select
            v-if="row.key === 'baud'"
            :value="link!.board.baud"
            aria-label="Rate at the board"
            @change="setBoard({ baud: Number(($event.target as HTMLSelectElement).value) })"
          >
            <option v-for="baud in [...new Set([...bauds, link!.board.baud])]" :key="baud" :value="baud">
              {{ grouped(baud) }}
            </option>
          </select>
          <select
            v-else-if="row.key === 'frame'"
            :value="link!.board.frame"
            aria-label="Frame at the board"
            @change="setBoard({ frame: ($event.target as HTMLSelectElement).value as '8N1' })"
          >
            <option v-for="frame in frames" :key="frame">{{ frame }}</option>
          </select>
          <select
            v-else-if="row.key === 'protocol'"
            :value="link!.board.protocol"
            aria-label="Protocol at the board"
            @change="setBoard({ protocol: ($event.target as HTMLSelectElement).value })"
          >
            <option v-for="one in protocols" :key="one.value" :value="one.value">{{ one.title }}</option>
          </select>
          <template v-else>{{ row.board }}</template>
        </td>
        <td class="sign" :class="{ unlike: !row.same }">{{ row.same ? '=' : '≠' }}</td>
        <td>
          <select
            v-if="row.key === 'baud'"
            :value="link!.device.baud"
            aria-label="Rate at the device"
            @change="setDevice({ baud: Number(($event.target as HTMLSelectElement).value) })"
          >
            <option v-for="baud in [...new Set([...bauds, link!.device.baud])]" :key="baud" :value="baud">
              {{ grouped(baud) }}
            </option>
          </select>
          <template v-else>{{ row.device }}</template>
        </td>
      </tr>
    </tbody>
  </table>
  <v-btn v-if="byHand" size="x-small" color="primary" @click="follow">Set both ends as allocated</v-btn>
  <ul v-if="reasons.length" class="reasons">
    <li v-for="reason in reasons" :key="reason.text">
      <span class="mono">{{ reason.rule }}</span> {{ reason.text }}{{ reason.risk ? ` (risk ${reason.risk})` : '' }}
    </li>
  </ul>
  <p v-else-if="placement" class="quiet">Nothing speaks against this place.</p>
</template>

<style scoped>
.pair {
  font-size: 12.5px;
  border-collapse: collapse;
  width: 100%;
}
.pair th {
  text-align: left;
  font-weight: 400;
}
.pair td {
  padding: 2px 3px;
}
select {
  border: var(--edge);
  border-radius: 3px;
  padding: 1px 2px;
  max-width: 104px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
}
.sign {
  text-align: center;
  font-weight: 700;
}
.unlike {
  color: rgb(var(--v-theme-error));
}
.reasons {
  padding-left: 16px;
  margin-top: 6px;
  font-size: 12.5px;
}
p {
  margin: 4px 0;
}
</style>
