<script setup lang="ts">
import { mdiContentSave, mdiHistory, mdiRedo, mdiUndo } from '@mdi/js'
import {
  boardFields,
  deviceFields,
  resolveBoard,
  type BoardDefinition,
  type DeviceDefinition,
  type EditableDefinition,
  type VersionKind,
} from '#core/catalogue'
import { withAllAttached, withAttached, type Attached } from '#core/tracing'
import { sectionsOf } from '~/components/catalogue/columns'
import { firmwareDesk, isFirmware, useDefinition } from '~/composables/useDefinition'
import { usePrinting } from '~/composables/usePrinting'
import { shortcutOf } from '~/shortcuts'
import { useCatalogue } from '~/stores/catalogue'
import { useNotices } from '~/stores/notices'

const route = useRoute()
const catalogue = useCatalogue()
const notices = useNotices()
const kind = computed(() => (route.params.kind === 'device' ? 'device' : 'board'))
const id = computed(() => String(route.params.id))
const editor = useDefinition()
const { document, desk, text, broken, versions, asShown, dirty, wrong, gaps, undoLabel, redoLabel, conflict } = editor
const missing = ref(false)
const history = ref(false)
/** Whoever begins with pasted labels is asked for them at once, and once. */
const pasteAtOnce = ref(route.query.paste === '1')
const tab = ref(pasteAtOnce.value ? 'pads' : 'basics')
/** Sections that are tables of parts, with their titles. */
const sections = computed(() => sectionsOf(kind.value === 'board' ? boardFields : deviceFields))
const tabs = computed(() => ({
  basics: 'Basics',
  ...sections.value,
  ...(kind.value === 'board' ? { revisions: 'Revisions', firmwares: 'Firmware' } : { variants: 'Variants' }),
  source: 'Source',
}))

watch(
  [kind, id],
  async () => {
    missing.value = !(await editor.open(kind.value, id.value))
  },
  { immediate: true },
)
useHead({ title: () => `${document.value?.name ?? 'Definition'} · Ypodoma` })

const word = computed(() => (kind.value === 'board' ? 'revision' : 'variant'))
const deskTitle = (value: string, name: string) => `${isFirmware(value) ? 'firmware' : word.value} ${name}`
const desks = computed(() => [
  { value: '', title: kind.value === 'board' ? 'all revisions' : 'all variants' },
  ...Object.entries(versions.value).map(([value, { name }]) => ({ value, title: deskTitle(value, name) })),
])
/** The board of the desk; the last that could be drawn while a change is half typed. */
const drawn = shallowRef<ReturnType<typeof resolveBoard>>()
/** What is on the desk, as it last was one that can be: half of a figure is not drawn. */
const sound = shallowRef<EditableDefinition>()
watch(
  [asShown, wrong],
  ([shown, faults]) => {
    if (!shown) sound.value = undefined
    else if (!faults.length) sound.value = shown
    // A draft that was left half typed: as it was saved last.
    else sound.value ??= catalogue.library?.[`${kind.value}s`][id.value]
  },
  { immediate: true },
)
watch(
  sound,
  (shown) => {
    if (shown?.kind !== 'board') return
    try {
      // What is on the desk holds its own differences already.
      const base = { base: { name: '', note: '', differences: {} } }
      const flat = { ...shown, revisions: base, firmwares: isFirmware(desk.value) ? base : shown.firmwares }
      drawn.value = resolveBoard(flat, 'base', Object.keys(flat.firmwares)[0]!)
    } catch {
      // The checker tells what is wrong; the drawing waits.
    }
  },
  { immediate: true },
)
/** Where the drawing was clicked at last. */
const spot = shallowRef<{ x: number; y: number; side: 'top' | 'bottom' }>()
const onPaper = usePrinting()
const problems = computed(() => (broken.value.length ? broken.value : wrong.value))

async function save(): Promise<boolean> {
  if (problems.value.length) {
    notices.complain(`${document.value!.name} has errors: correct them, then it can be saved.`)
    return false
  }
  if (!dirty.value) return true
  await editor.save()
  if (editor.problem.value) notices.complain(editor.problem.value)
  if (editor.problem.value || editor.saveState.value !== 'saved') return false
  await catalogue.load(true)
  notices.tell(
    `${document.value!.name} is saved. Plans keep the definition they were made with; each offers the newer one in its Fit-out, with what it changes there.`,
  )
  return true
}

function onKey(event: KeyboardEvent) {
  const typing = (event.target as HTMLElement).closest('input, textarea, [contenteditable]')
  const shortcut = shortcutOf(event, Boolean(typing))
  if (shortcut === 'save') void save()
  else if (shortcut === 'undo') editor.undo()
  else if (shortcut === 'redo' || shortcut === 'redoToo') editor.redo()
  else return
  event.preventDefault()
}
function beforeLeaving(event: BeforeUnloadEvent) {
  if (dirty.value) event.preventDefault()
}
onMounted(() => {
  window.addEventListener('keydown', onKey)
  window.addEventListener('beforeunload', beforeLeaving)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey)
  window.removeEventListener('beforeunload', beforeLeaving)
})
const leaving = ref<string>()
onBeforeRouteLeave((to) => {
  if (!dirty.value || leaving.value === to.fullPath) return true
  leaving.value = to.fullPath
  return false
})

function leave() {
  editor.close(true)
  void navigateTo(leaving.value)
}
// What comes to nothing is not kept.
onBeforeUnmount(() => editor.close(!dirty.value))

const board = computed(() => asShown.value as BoardDefinition)
const drawnDevice = computed(() => sound.value as DeviceDefinition | undefined)
const change = (next: EditableDefinition) => editor.changeShown(next)
const openDesk = (of: VersionKind, version: string) => (desk.value = of === 'firmwares' ? firmwareDesk(version) : version)
const partTable = ref<{ show: (id: string) => void }>()
/** Clicks on the drawing place pads. */
const placing = ref(false)
function keep(part: Attached) {
  try {
    change(withAttached(asShown.value!, part))
  } catch (error) {
    notices.complain((error as Error).message)
  }
}
</script>

<template>
  <div class="page">
    <SiteBar>
      <v-btn :disabled="!undoLabel" :prepend-icon="mdiUndo" :title="undoLabel && `Undo: ${undoLabel}`" @click="editor.undo"
        >Undo</v-btn
      >
      <v-btn :disabled="!redoLabel" :prepend-icon="mdiRedo" :title="redoLabel && `Redo: ${redoLabel}`" @click="editor.redo"
        >Redo</v-btn
      >
    </SiteBar>
    <p v-if="missing" class="pa-6">There is no {{ kind }} “{{ id }}”. <NuxtLink to="/catalogue">All definitions</NuxtLink></p>
    <main v-else-if="document" class="sheet-of">
      <div class="page-head">
        <h1>{{ document.name || document.id }}</h1>
        <v-select v-model="desk" :items="desks" label="Editing" class="desk no-print" />
        <span role="status" class="quiet no-print">{{ dirty ? 'Not saved yet' : 'Saved' }}</span>
        <v-spacer />
        <BackToBuild :id :kind :save />
        <v-btn
          variant="flat"
          color="primary"
          :prepend-icon="mdiContentSave"
          :disabled="!dirty || problems.length > 0"
          title="Save (Ctrl S)"
          @click="save"
          >Save</v-btn
        >
        <v-btn variant="outlined" :prepend-icon="mdiHistory" @click="history = true">Versions</v-btn>
        <v-btn variant="outlined" :to="{ path: '/', query: { find: document.name } }">Builds with it</v-btn>
      </div>
      <DefinitionPaper v-if="onPaper" :board="drawn" :device="drawnDevice" class="paper-only" />
      <div class="work no-print">
        <section class="left">
          <nav class="tabs" aria-label="Ways to edit">
            <button
              v-for="(name, key) in tabs"
              :key="key"
              :class="{ here: tab === key }"
              :aria-pressed="tab === key"
              @click="tab = key"
            >
              {{ name }}
            </button>
          </nav>
          <div class="pane">
            <BasicsForm v-if="tab === 'basics'" :definition="asShown!" @change="change" />
            <PadTable
              v-else-if="tab === 'pads' && kind === 'board'"
              v-model:placing="placing"
              :board
              :paste-at-once
              :spot
              @vue:mounted="pasteAtOnce = false"
              @change="change"
              @keep="keep"
            />
            <AttachedList
              v-else-if="tab === 'attached'"
              :all="asShown!.attached"
              :of="document.name"
              :board="kind === 'board' ? board : undefined"
              @change="change(withAllAttached(asShown!, $event))"
              @lay="change"
            />
            <template v-else-if="tab in sections">
              <PartTable ref="partTable" :key="tab" :definition="asShown!" :section="tab" @change="change" />
              <TimerMatrix v-if="tab === 'timers'" :board @change="change" />
              <PartBudgets v-if="tab === 'needs' && drawnDevice" :device="drawnDevice" />
              <RailTree v-if="tab === 'rails' && sound?.kind === 'board'" :board="sound" @choose="partTable?.show" />
            </template>
            <VersionList
              v-else-if="tab === 'revisions' || tab === 'variants' || tab === 'firmwares'"
              :definition="document"
              :of="tab"
              @change="editor.setVersions"
              @open="openDesk"
            />
            <SourceEditor v-else :text @type="editor.type" />
          </div>
        </section>
        <section class="right" aria-label="Drawing and checks">
          <BoardDesk
            v-if="kind === 'board' && drawn"
            :drawn
            :board
            :placing="placing && tab === 'pads'"
            @change="change"
            @spot="spot = $event"
          />
          <DeviceDrawing v-else-if="kind === 'device' && drawnDevice" class="drawing" :device="drawnDevice" />
          <div class="checks" data-testid="checks">
            <h2>{{ problems.length ? 'Errors, to correct before it can be saved' : 'No errors' }}</h2>
            <ul v-if="problems.length" class="wrong">
              <li v-for="problem in problems" :key="problem.place + problem.message">
                <span class="mono">{{ problem.place }}</span> {{ problem.message }}
              </li>
            </ul>
            <AnswersMeter v-if="sound" :definition="sound" />
            <OpenOrigins v-if="sound" :definition="sound" @change="change" />
            <template v-if="gaps.length">
              <h2>Missing data ({{ gaps.length }})</h2>
              <ul>
                <li v-for="problem in gaps" :key="problem.place + problem.message">
                  <span class="mono">{{ problem.place }}</span> {{ problem.message }}
                </li>
              </ul>
            </template>
          </div>
        </section>
      </div>
    </main>
    <DefinitionVersions
      v-if="document"
      :id
      v-model="history"
      :kind
      :current="(desk ? document : sound) ?? document"
      :now="editor.version.value"
      @take="(old: EditableDefinition) => editor.change(old)"
    />
    <DefinitionClash v-if="conflict" :conflict @settle="editor.settle" />
    <v-dialog
      :model-value="Boolean(leaving)"
      width="420"
      aria-label="Leave without saving"
      @update:model-value="leaving = undefined"
    >
      <v-card title="Leave without saving?">
        <v-card-text>What you changed in {{ document?.name }} is not saved.</v-card-text>
        <v-card-actions>
          <v-btn @click="leaving = undefined">Stay</v-btn>
          <v-btn color="error" @click="leave">Leave</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.sheet-of {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}
.page {
  display: flex;
  flex-direction: column;
  height: 100vh;
}
.desk {
  max-width: 220px;
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}
.left,
.right {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.left {
  border-right: var(--edge);
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  padding: 0 var(--space-4);
  border-bottom: var(--edge);
}
.tabs button {
  padding: var(--space-2) var(--space-4);
  border-bottom: 3px solid transparent;
}
.tabs button.here {
  border-bottom-color: rgb(var(--v-theme-primary));
  font-weight: 700;
}
.pane {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.drawing {
  flex: 1 1 55%;
  min-height: 200px;
}
.checks {
  flex: 0 1 34%;
  overflow: auto;
  border-top: var(--edge);
  padding: var(--space-4) var(--space-5);
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-small);
}
ul {
  padding-left: var(--space-6);
}
.wrong {
  color: rgb(var(--v-theme-error));
}
@media (max-width: 640px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
    overflow: auto;
  }
}
</style>
