<script setup lang="ts">
/** Whatever text a board's tool takes, made of the plan by a template of the user's own. */
import { mdiContentCopy, mdiContentSave, mdiDeleteOutline, mdiFileUploadOutline } from '@mdi/js'
import pairs from '../../../templates/pairs.liquid?raw'
import sheet from '../../../templates/sheet.liquid?raw'
import { chosenFile } from '~/composables/chosenFile'
import { callApi } from '~/composables/useApi'
import { download } from '~/composables/download'
import { useCollection } from '~/composables/useCollection'
import { useLatest } from '~/composables/useLatest'
import { usePlan } from '~/composables/usePlan'
import { ofBrowser } from '~/session/own-storage'
import { useNotices } from '~/stores/notices'

const shipped = [
  { value: 'pairs', title: 'Keys and values, by round', text: pairs },
  { value: 'sheet', title: 'Sheet of devices', text: sheet },
]
/** Where the template stays that was last written, in this browser, and what it is called in the library. */
const kept = 'ypodoma.template'
const keptAs = 'ypodoma.template.of'
const longest = 100_000

const plan = usePlan()
const notices = useNotices()
const text = ref(ofBrowser.read(kept) ?? pairs)
const { list, failure, load, open: openKept, keep: keepIt, remove: removeKept } = useCollection('template')
/** The template of the library that this one is. */
const own = ref<{ id: string; name: string; version: number } | undefined>(readOwn())
const title = ref(own.value?.name ?? '')
const made = ref('')
const wrong = ref<{ message: string }>()
const { running: working, begin } = useLatest()
const file = useTemplateRef<HTMLInputElement>('file')
let waiting: ReturnType<typeof setTimeout> | undefined

const render = () =>
  begin(async (counts, signal) => {
    try {
      const asked = { plan: plan.value, text: text.value }
      const answer = await callApi('POST /api/templates/render', { body: asked, signal })
      if (!counts()) return
      wrong.value = answer.wrong
      // What was made last stays to be read while the template is being written.
      if (answer.made !== undefined) made.value = answer.made
    } catch (error) {
      if (counts()) wrong.value = { message: (error as Error).message }
    }
  })
watch([text, plan], () => {
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    ofBrowser.keep(kept, text.value)
    void render()
  }, 300)
})
watch(own, (now) => ofBrowser.keep(keptAs, now && JSON.stringify(now)))
onMounted(() => {
  void render()
  void load()
})
onBeforeUnmount(() => clearTimeout(waiting))

function readOwn() {
  try {
    return (JSON.parse(ofBrowser.read(keptAs) ?? 'null') ?? undefined) as { id: string; name: string; version: number }
  } catch {
    return undefined
  }
}
/** Keeps it in the library: as the one that it is, or as a new one under another name. */
async function keep() {
  const name = title.value.trim()
  const before = own.value?.name === name ? own.value : undefined
  const saved = await keepIt(name, text.value, before)
  if (!saved) return
  own.value = saved
  notices.tell(`${name} is kept in the library.`)
}
async function remove() {
  const there = list.value.find(({ id }) => id === own.value?.id)
  if (there) await removeKept(there)
  if (!failure.value) own.value = undefined
}

async function open(event: Event) {
  const chosen = chosenFile(event, longest)
  if (!chosen) return
  text.value = await chosen.text()
}
async function take(value: string) {
  const before = { text: text.value, own: own.value, title: title.value }
  const ships = shipped.find((each) => each.value === value)
  const found = ships ? undefined : await openKept(value)
  if (!ships && !found) return
  text.value = ships?.text ?? found!.text
  own.value = found && { id: found.id, name: found.name, version: found.version }
  title.value = found?.name ?? ''
  notices.tell('The template is replaced.', {
    label: 'Undo',
    run: () => {
      text.value = before.text
      own.value = before.own
      title.value = before.title
    },
  })
}
function choose(event: Event) {
  const select = event.target as HTMLSelectElement
  void take(select.value)
  select.selectedIndex = 0
}
async function copy() {
  await navigator.clipboard.writeText(made.value)
  notices.tell('Copied.')
}
</script>

<template>
  <section class="own" aria-label="Own text" data-testid="template">
    <div class="bar no-print">
      <span class="quiet">A template in Liquid turns the plan into whatever text your board’s tool takes.</span>
      <label
        >Start from
        <select aria-label="Start from" @change="choose">
          <option value="" disabled selected>a template</option>
          <optgroup label="That ship">
            <option v-for="each in shipped" :key="each.value" :value="each.value">{{ each.title }}</option>
          </optgroup>
          <optgroup v-if="list.length" label="Of your library">
            <option v-for="each in list" :key="each.id" :value="each.id">{{ each.name }}</option>
          </optgroup>
        </select></label
      >
      <label>Name <input v-model="title" maxlength="80" class="title" /></label>
      <v-btn :prepend-icon="mdiContentSave" variant="outlined" :disabled="!title.trim()" @click="keep">Keep in the library</v-btn>
      <v-btn v-if="own" :prepend-icon="mdiDeleteOutline" @click="remove">Delete it there</v-btn>
      <v-btn :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Open a template</v-btn>
      <v-btn :prepend-icon="mdiContentSave" @click="download(`${title.trim() || 'template'}.liquid`, 'text/plain', text)"
        >Save the template</v-btn
      >
      <p v-if="failure" class="text-error" role="alert">{{ failure }}</p>
      <input ref="file" type="file" accept=".liquid,.txt,text/plain" hidden aria-label="Template file" @change="open" />
    </div>
    <div class="sides">
      <div class="half no-print">
        <label for="template-text" class="head"><b>Template</b></label>
        <textarea
          id="template-text"
          v-model="text"
          class="mono"
          spellcheck="false"
          :maxlength="longest"
          :aria-invalid="Boolean(wrong)"
          aria-describedby="template-wrong"
        />
        <p id="template-wrong" role="alert" class="text-error">{{ wrong?.message }}</p>
      </div>
      <div class="half">
        <div class="head">
          <b>Text</b>
          <span class="quiet" role="status">{{ working ? 'Making it.' : wrong ? 'As it was before the error.' : '' }}</span>
          <v-spacer />
          <v-btn class="no-print" size="small" :prepend-icon="mdiContentCopy" :disabled="!made" @click="copy">Copy</v-btn>
          <v-btn
            class="no-print"
            size="small"
            :prepend-icon="mdiContentSave"
            :disabled="!made"
            @click="download(`${plan.name}.txt`, 'text/plain', made)"
            >Save</v-btn
          >
        </div>
        <pre class="mono" role="group" tabindex="0" aria-label="Text that is made">{{ made }}</pre>
      </div>
    </div>
  </section>
</template>

<style scoped>
.own {
  padding: var(--space-4) var(--space-6);
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-5);
  align-items: center;
}
.bar :is(select, .title) {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  color: inherit;
}
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: var(--space-5);
  margin-top: var(--space-4);
}
.half {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
/* As high with buttons as without, so that both texts begin on one line. */
.head {
  min-height: 32px;
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
textarea,
pre {
  height: calc(100vh - 330px);
  min-height: 240px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: var(--space-3);
  font-size: var(--text-small);
  color: inherit;
  overflow: auto;
  white-space: pre;
  margin: var(--space-2) 0;
}
@media print {
  .own,
  .sides,
  .half {
    display: block;
  }
  pre {
    height: auto;
    min-height: 0;
    overflow: visible;
    white-space: pre-wrap;
    border: 0;
  }
}
</style>
