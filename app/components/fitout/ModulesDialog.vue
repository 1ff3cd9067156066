<script setup lang="ts">
/** Devices with their wiring and settings: kept as a module, and put in from one. */
import { mdiContentSave, mdiDeleteOutline, mdiFileUploadOutline, mdiPuzzlePlusOutline } from '@mdi/js'
import type { Finding } from '#core/checks'
import { parseModule, putModule, takeModule, type Module } from '#core/modules'
import { chosenFile } from '~/composables/chosenFile'
import { dayAndTime } from '~/composables/dates'
import { download } from '~/composables/download'
import { useCollection } from '~/composables/useCollection'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useNotices } from '~/stores/notices'
import { useSelection } from '~/stores/selection'

const open = defineModel<boolean>({ required: true })
const build = useBuild()
const plan = usePlan()
const notices = useNotices()
const selection = useSelection()
const { list, failure, load, open: openKept, keep, remove } = useCollection('module')
const side = ref<'put' | 'keep'>('put')
const file = useTemplateRef<HTMLInputElement>('file')

/** The module that is looked at, and what it would bring. */
const found = shallowRef<Module>()
const wrong = ref('')

/** Devices that are to be kept. */
const chosen = ref<string[]>([])
const name = ref('')
const note = ref('')
const ready = computed(() => chosen.value.length > 0 && name.value.trim() !== '')
const module = () => takeModule(plan.value, chosen.value, name.value.trim(), note.value.trim())

watch(
  open,
  (now) => {
    if (!now) return
    void load()
    found.value = undefined
    wrong.value = ''
    chosen.value = plan.value.devices.map(({ id }) => id).filter((id) => selection.lit.has(`device:${id}`))
  },
  { immediate: true },
)

async function keepIt() {
  if (!(await keep(name.value.trim(), JSON.stringify(module())))) return
  notices.tell(`${name.value.trim()} is kept as a module.`)
  side.value = 'put'
}
const saveIt = () => download(`${name.value.trim()}.module.json`, 'application/json', JSON.stringify(module(), null, 2))

const putting = computed(() => found.value && putModule(plan.value, found.value))
const brings = shallowRef<Finding[]>()
const order = ['changed', 'left', 'kept'] as const
const words = { kept: 'as it was', changed: 'changes', left: 'stays behind' }
const outcomes = computed(() =>
  [...(putting.value?.outcomes ?? [])].sort((one, other) => order.indexOf(one.comes) - order.indexOf(other.comes)),
)

watch(putting, async (now) => {
  brings.value = undefined
  const seen = now && (await build.preview(now.edit).catch(() => undefined))
  if (putting.value === now) brings.value = seen?.brings
})

function read(text: string) {
  wrong.value = ''
  found.value = undefined
  try {
    found.value = parseModule(text)
  } catch (error) {
    wrong.value = (error as Error).message
  }
}
async function look(id: string) {
  const kept = await openKept(id)
  if (kept) read(kept.text)
}
async function openFile(event: Event) {
  const chosen = chosenFile(event)
  if (chosen) read(await chosen.text())
}
function put() {
  const { edit, devices } = putting.value!
  build.edit(edit, `${found.value!.name} is put in.`)
  open.value = false
  selection.select(`device:${devices[0]!}`)
}
</script>

<template>
  <v-dialog v-model="open" width="820" aria-label="Modules" scrollable>
    <v-card title="Modules">
      <v-card-text>
        <p class="quiet">
          A module is some devices with their wiring and settings, kept to be put into other builds: a mast with its GNSS, a
          camera with its transmitter.
        </p>
        <v-btn-toggle v-model="side" mandatory density="compact" variant="outlined">
          <v-btn value="put">Put one in</v-btn>
          <v-btn value="keep">Keep one</v-btn>
        </v-btn-toggle>
        <p v-if="failure" class="text-error" role="alert">{{ failure }}</p>

        <section v-if="side === 'keep'" aria-label="Keep a module">
          <fieldset>
            <legend>Devices of this build</legend>
            <label v-for="device in plan.devices" :key="device.id">
              <input v-model="chosen" type="checkbox" :value="device.id" /> {{ device.name }}
            </label>
          </fieldset>
          <p v-if="!plan.devices.length" class="quiet">There are no devices in this build yet.</p>
          <v-text-field v-model="name" label="Name of the module" maxlength="80" />
          <v-text-field v-model="note" label="Note" maxlength="2000" class="mt-4" />
        </section>

        <section v-else aria-label="Put a module in">
          <p v-if="!list.length" class="quiet">None is kept yet. Keep one from a build, or open a file.</p>
          <table v-else class="list">
            <tbody>
              <tr v-for="each in list" :key="each.id" :class="{ chosen: found?.name === each.name }">
                <td>
                  <button class="name" @click="look(each.id)">{{ each.name }}</button>
                </td>
                <td class="quiet">{{ dayAndTime(each.updatedAt) }}</td>
                <td class="text-right">
                  <v-btn
                    :icon="mdiDeleteOutline"
                    size="x-small"
                    variant="text"
                    :aria-label="`Delete ${each.name}`"
                    @click="remove(each)"
                  />
                </td>
              </tr>
            </tbody>
          </table>
          <v-btn :prepend-icon="mdiFileUploadOutline" variant="outlined" @click="file?.click()">Open a module file</v-btn>
          <input ref="file" type="file" accept=".json,application/json" hidden aria-label="Module file" @change="openFile" />
          <p v-if="wrong" class="text-error wrong" role="alert">{{ wrong }}</p>
          <article v-if="found" data-testid="outcomes">
            <h3>{{ found.name }}</h3>
            <p v-if="found.note">{{ found.note }}</p>
            <table>
              <tbody>
                <tr v-for="(fate, at) in outcomes" :key="at" :class="fate.comes">
                  <td>{{ words[fate.comes] }}</td>
                  <td>{{ fate.what }}</td>
                  <td class="quiet">{{ fate.why }}</td>
                </tr>
              </tbody>
            </table>
            <p role="status">
              <template v-if="!brings">Working out what it means for the build.</template>
              <template v-else-if="!brings.length">It brings no new finding.</template>
              <template v-else
                >It brings {{ brings.length }} finding{{ brings.length === 1 ? '' : 's' }}:
                <span v-for="finding in brings" :key="finding.id" class="finding"
                  ><SeverityMark :severity="finding.severity" /> {{ finding.rule }} {{ finding.fact }}</span
                ></template
              >
            </p>
          </article>
        </section>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Close</v-btn>
        <template v-if="side === 'keep'">
          <v-btn :prepend-icon="mdiContentSave" :disabled="!ready" @click="saveIt">Save as a file</v-btn>
          <v-btn color="primary" variant="flat" :disabled="!ready" @click="keepIt">Keep in the library</v-btn>
        </template>
        <v-btn v-else color="primary" variant="flat" :prepend-icon="mdiPuzzlePlusOutline" :disabled="!putting" @click="put"
          >Put it in</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
section {
  margin-top: var(--space-5);
}
p {
  margin-bottom: var(--space-5);
}
fieldset {
  border: var(--edge);
  border-radius: 4px;
  padding: var(--space-3) var(--space-4);
  margin-bottom: var(--space-5);
  columns: 220px;
}
fieldset label {
  display: flex;
  gap: var(--space-2);
  align-items: center;
  min-height: 26px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
  margin-bottom: var(--space-4);
}
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: var(--edge);
  vertical-align: top;
}
.list td {
  vertical-align: middle;
}
.name {
  min-height: 24px;
  text-decoration: underline;
}
.chosen .name,
.changed td:first-child,
.left td:first-child {
  font-weight: 700;
}
.changed td:first-child {
  color: rgb(var(--v-theme-fix));
}
.left td:first-child {
  color: rgb(var(--v-theme-error));
}
.wrong {
  white-space: pre-line;
}
h3 {
  font-size: var(--text-head);
  margin-top: var(--space-4);
}
.finding {
  display: block;
}
</style>
