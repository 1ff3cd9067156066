<script setup lang="ts">
import { padNames } from '#core/catalogue'
import { stages } from '#core/checks'
import { referTo, resolvePlan, type Subject } from '#core/plan'
import { download } from '~/composables/download'
import { useNames } from '~/composables/useNames'
import { hasWords } from '~/composables/search'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'
import { allViews } from '~/views'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ theme: []; versions: []; pictures: []; keys: []; findings: [] }>()
const build = useBuild()
const selection = useSelection()
const names = useNames()
const wanted = ref('')
const at = ref(0)

interface Command {
  title: string
  hint: string
  run: () => void
}

const go =
  (stage: string, query: Record<string, string> = {}) =>
  () =>
    void navigateTo({ path: `/builds/${build.id}/${stage}`, query })
const views = allViews.flatMap(({ stage, view, query }) => [
  { title: view.words ?? view.title, stage, query },
  ...(view.further ?? []).map((further) => ({ title: further.words, stage, query: { ...query, ...further.query } })),
])

const commands = computed<Command[]>(() => [
  ...Object.entries(stages).map(([id, name]) => ({ title: `Go to ${name}`, hint: 'stage', run: go(id) })),
  ...views.map(({ title, stage, query }) => ({ title, hint: 'view', run: go(stage, query) })),
  { title: 'Add a device', hint: 'fit-out', run: go('fit-out', { add: 'open' }) },
  { title: 'Allocate', hint: 'the best place for everything', run: () => build.allocate() },
  { title: 'Papers as PDF', hint: 'paper', run: go('harness', { papers: 'open' }) },
  { title: 'Print this view', hint: 'paper', run: () => setTimeout(() => window.print(), 300) },
  { title: 'Save the plan as a file', hint: 'file', run: savePlan },
  { title: 'Save the wire list as CSV', hint: 'file', run: saveWires },
  { title: 'All builds', hint: 'place', run: () => void navigateTo('/') },
  { title: 'Catalogue', hint: 'place', run: () => void navigateTo('/catalogue') },
  { title: 'Rules', hint: 'place', run: () => void navigateTo('/rules') },
  { title: 'Backups', hint: 'place', run: () => void navigateTo('/backups') },
  { title: 'Undo', hint: build.undoLabel ?? 'nothing to undo', run: () => build.undo() },
  { title: 'Redo', hint: build.redoLabel ?? 'nothing to do again', run: () => build.redo() },
  { title: 'Save a version now', hint: 'save', run: () => void build.save('Saved by hand') },
  { title: 'Versions of this build', hint: 'save', run: () => emit('versions') },
  { title: 'Pictures and pages', hint: 'picture', run: () => emit('pictures') },
  { title: 'Findings', hint: 'F', run: () => setTimeout(() => emit('findings'), 300) },
  { title: 'Keyboard shortcuts', hint: '?', run: () => emit('keys') },
  { title: 'Light or dark', hint: 'screen', run: () => emit('theme') },
  { title: 'Select nothing', hint: 'selection', run: () => selection.clear() },
  ...named.value,
])

/** Rules come when the first command is looked for. */
const rules = shallowRef<{ id: string; title: string }[]>([])

/** Everything of the plan that has a name; only looked through once something is typed. */
const named = computed<Command[]>(() => {
  const { plan, analysis } = build
  if (!open.value || !plan) return []
  const { board, needs } = resolvePlan(plan)
  const pads = padNames(board)
  const choose = (title: string, hint: string, what: Subject): Command => ({
    title,
    hint,
    run: () => void (selection.selected = what),
  })
  return [
    ...plan.devices.map(({ id, name }) => choose(`Select ${name}`, 'device', referTo('device', id))),
    ...needs.map(({ key }) => choose(names.needOfDevice(key), 'link or need', referTo('need', key))),
    ...board.ports.map(({ id, label }) => choose(label, 'port', referTo('port', id))),
    ...board.pads.map(({ id }) => choose(`Pad ${pads.get(id)}`, 'pad', referTo('pad', id))),
    ...(analysis?.wires ?? []).map(({ id, number, net }) => choose(`${number} ${net}`, 'wire', referTo('wire', id))),
    ...rules.value.map(({ id, title }) => ({
      title: `${id} ${title}`,
      hint: 'rule',
      run: () => void navigateTo({ path: '/rules', hash: `#${id}` }),
    })),
    ...Object.values(plan.definitions.devices).map(({ id, name }) => ({
      title: `Definition of ${name}`,
      hint: 'catalogue',
      run: () => void navigateTo(`/catalogue/device/${id}`),
    })),
    { title: `Definition of ${board.name}`, hint: 'catalogue', run: () => void navigateTo(`/catalogue/board/${board.id}`) },
  ]
})

function savePlan() {
  if (build.plan) download(`${build.plan.name}.plan.json`, 'application/json', JSON.stringify(build.plan, null, 2))
}
async function saveWires() {
  const { plan, analysis } = build
  if (!plan || !analysis) return
  const { saveWireList } = await import('~/composables/saveWireList')
  saveWireList(plan, analysis.wires)
}

/** The best of what was found, as many as can be looked through. */
const most = 60
const found = computed(() => {
  const all = wanted.value.trim() ? commands.value : commands.value.filter((command) => !named.value.includes(command))
  return all.filter(({ title, hint }) => hasWords(`${title} ${hint}`, wanted.value)).slice(0, most)
})

watch([wanted, open], () => (at.value = 0))
const field = useTemplateRef<{ focus: () => void }>('field')
watch(open, async (now) => {
  wanted.value = ''
  if (!now) return
  await nextTick()
  field.value?.focus()
  rules.value = (await import('~/composables/ruleTitles')).ruleTitles
})

function run(command: Command | undefined) {
  if (!command) return
  open.value = false
  command.run()
}

function move(by: number) {
  at.value = Math.min(found.value.length - 1, Math.max(0, at.value + by))
  document.getElementById(`command-${at.value}`)?.scrollIntoView({ block: 'nearest' })
}
</script>

<template>
  <v-dialog v-model="open" width="520" aria-label="Commands">
    <v-card>
      <label class="ask">
        <span class="quiet">What do you want to do, or find?</span>
        <input
          ref="field"
          v-model="wanted"
          role="combobox"
          aria-expanded="true"
          aria-controls="commands"
          aria-autocomplete="list"
          :aria-activedescendant="found.length ? `command-${at}` : undefined"
          @keydown.down.prevent="move(1)"
          @keydown.up.prevent="move(-1)"
          @keydown.enter="run(found[at])"
        />
      </label>
      <ul id="commands" role="listbox" aria-label="What was found" class="list">
        <li
          v-for="(command, index) in found"
          :id="`command-${index}`"
          :key="`${command.hint} ${command.title}`"
          role="option"
          :aria-selected="index === at"
          :class="{ lit: index === at }"
          @click="run(command)"
        >
          {{ command.title }} <span class="quiet">{{ command.hint }}</span>
        </li>
      </ul>
      <p v-if="!found.length" class="quiet none" role="status">Nothing has these words.</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.ask {
  display: block;
  padding: var(--space-4) var(--space-5);
}
.ask input {
  width: 100%;
  padding: var(--space-3) var(--space-4);
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 4px;
  color: inherit;
}
.none {
  padding: 0 var(--space-6) var(--space-5);
}
.list {
  list-style: none;
  max-height: 340px;
  overflow: auto;
  padding: 0 var(--space-4) var(--space-4);
}
li {
  display: flex;
  justify-content: space-between;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-4);
  border-radius: 3px;
  cursor: pointer;
}
</style>
