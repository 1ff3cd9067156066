<script setup lang="ts">
import { ApiError } from '~/composables/useApi'
import { preloadParts } from '~/composables/preloadParts'
import { today, usePaperHead } from '~/composables/usePaperHead'
import { keepInAddress } from '~/composables/keepInAddress'
import { useWanted } from '~/composables/useWanted'
import { shortcutOf, type PageShortcut } from '~/shortcuts'
import { useBoardMove } from '~/stores/board-move'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const selection = useSelection()
const route = useRoute()
const folded = ref(window.matchMedia('(max-width: 640px)').matches)
const palette = ref(false)
const versions = ref(false)
const keys = ref(false)
const pictures = ref(false)
const [versionsWanted, keysWanted, picturesWanted] = [useWanted(versions), useWanted(keys), useWanted(pictures)]
const conflictWanted = useWanted(() => build.conflict)
const move = useBoardMove()
const boardMoveWanted = useWanted(() => move.asked)
const missing = ref('')
const unreadable = ref('')
const bar = useTemplateRef('bar')

async function open(id: string, before?: string) {
  if (before) {
    selection.clear()
    move.leave()
  }
  missing.value = unreadable.value = ''
  try {
    await build.open(id)
  } catch (error) {
    if (error instanceof ApiError && error.status === 422) unreadable.value = error.message
    else missing.value = error instanceof ApiError && error.status === 404 ? 'This build is not there.' : (error as Error).message
  }
}
watch(() => String(route.params.id), open, { immediate: true })

keepInAddress('sel', toRef(selection, 'selected'), (told) => /^\w+:.+/.test(told))
usePaperHead(() => (build.plan ? [build.plan.name, `version ${build.version}`, today()] : []))
useHead({ title: () => (build.plan ? `${build.plan.name} · Ypodoma` : 'Ypodoma') })

const onShortcut: Record<PageShortcut, () => void> = {
  palette: () => (palette.value = true),
  undo: () => build.undo(),
  redo: () => build.redo(),
  redoToo: () => build.redo(),
  save: () => void build.save('Saved by hand'),
  clear: () => selection.clear(),
  findings: () => void goToFindings(),
  keys: () => (keys.value = true),
}

const panel = useTemplateRef('panel')
const work = useTemplateRef<HTMLElement>('work')
/** Unfolded, and the focus on the first of them. */
async function goToFindings() {
  folded.value = false
  await nextTick()
  panel.value?.focus()
}

function onKey(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  // Boxes, and fields that are chosen from, have nothing of their own to undo; nor has what is in a dialog that goes away.
  const typing =
    target.closest('textarea, [contenteditable], input:not([type=checkbox], [type=radio])') &&
    !target.closest('.v-select:not(.v-autocomplete), .v-overlay:not(.v-overlay--active)')
  const shortcut = shortcutOf(event, Boolean(typing))
  if (!shortcut || (shortcut === 'clear' && document.querySelector('.v-overlay--active'))) return
  onShortcut[shortcut]()
  // Others that are there for Esc hear of it, too.
  if (shortcut !== 'clear') event.preventDefault()
}

function beforeLeaving(event: BeforeUnloadEvent) {
  if (!build.unsaved()) return
  void build.save()
  event.preventDefault()
}

/** What can wait for the first findings. */
watch(
  () => build.analysis,
  () => {
    preloadParts(build.id)
    // Where it does not come, whoever asks for it in earnest says so.
    void useCatalogue()
      .load()
      .catch(() => undefined)
  },
  { once: true },
)

onMounted(() => {
  window.addEventListener('keydown', onKey)
  window.addEventListener('beforeunload', beforeLeaving)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey)
  window.removeEventListener('beforeunload', beforeLeaving)
  move.leave()
  build.close()
})
</script>

<template>
  <div class="frame">
    <nav class="skips" aria-label="Shortcuts of this page">
      <button @click="work?.focus()">To the work</button>
      <button @click="goToFindings">To the findings</button>
    </nav>
    <TopBar ref="bar" @palette="palette = true" @versions="versions = true" @pictures="pictures = true" />
    <StageStrip />
    <main v-if="missing" class="pa-6">
      <h1>{{ missing }}</h1>
      <p class="my-4"><NuxtLink to="/">All builds</NuxtLink></p>
    </main>
    <LazyUnreadableBuild
      v-else-if="unreadable"
      :id="String(route.params.id)"
      :message="unreadable"
      @mended="open(String(route.params.id))"
    />
    <div v-else class="work">
      <PlanScope v-if="build.plan" :plan="build.plan">
        <main ref="work" class="main" tabindex="-1"><NuxtPage /></main>
        <div class="side" :class="{ narrow: folded && !selection.selected }">
          <FindingsPanel ref="panel" v-model:folded="folded" />
          <InspectorPanel v-if="selection.selected" />
        </div>
      </PlanScope>
      <p v-else class="pa-6 quiet">Fetching the build.</p>
    </div>
    <p v-if="build.problem" class="problem no-print" role="alert">{{ build.problem }}</p>
    <CommandPalette
      v-model="palette"
      @theme="bar?.switchTheme()"
      @versions="versions = true"
      @pictures="pictures = true"
      @keys="keys = true"
      @findings="goToFindings"
    />
    <LazyShortcutsDialog v-if="keysWanted" v-model="keys" />
    <LazyVersionsDialog v-if="versionsWanted" v-model="versions" />
    <PlanScope v-if="build.plan && picturesWanted" :plan="build.plan"><LazyKeptPictures v-model="pictures" /></PlanScope>
    <LazyConflictDialog v-if="conflictWanted" />
    <PlanScope v-if="build.plan && boardMoveWanted" :plan="build.plan"><LazyTakeBoardDialog /></PlanScope>
  </div>
</template>

<style scoped>
/* Seen by who comes to them by the keyboard. */
.skips:not(:focus-within) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.skips {
  display: flex;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-5);
  border-bottom: var(--edge);
}
.skips:not(:focus-within) button {
  width: 0;
  height: 0;
  overflow: hidden;
}
.skips button {
  text-decoration: underline;
}
.main:focus {
  outline: none;
}
.frame {
  display: flex;
  flex-direction: column;
  height: 100vh;
}
.work {
  display: flex;
  flex: 1;
  min-height: 0;
}
.main {
  flex: 1;
  min-width: 0;
  overflow: auto;
  display: flex;
  flex-direction: column;
}
.side {
  display: flex;
  flex-direction: column;
  width: 316px;
  border-left: var(--edge);
  min-height: 0;
}
.side.narrow {
  width: 190px;
}
.problem {
  margin: 0;
  padding: var(--space-3) var(--space-6);
  border-top: 2px solid rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-error));
}
@media (max-width: 960px) {
  .side {
    width: 260px;
  }
}
/* On a phone the findings lie below, folded until they are wanted. */
@media (max-width: 640px) {
  .work {
    flex-direction: column;
  }
  .side,
  .side.narrow {
    width: 100%;
    max-height: 60vh;
    border-left: 0;
    border-top: 2px solid rgb(var(--v-theme-line));
  }
}
</style>
