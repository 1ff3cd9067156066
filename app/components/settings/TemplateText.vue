<script setup lang="ts">
/** Whatever text a board's tool takes, made of the plan by a template of the user's own. */
import { mdiContentCopy, mdiContentSave, mdiFileUploadOutline } from '@mdi/js'
import commands from '../../../templates/commands.liquid?raw'
import sheet from '../../../templates/sheet.liquid?raw'
import { callApi } from '~/composables/useApi'
import { download } from '~/composables/download'
import { usePlan } from '~/composables/usePlan'
import { useNotices } from '~/stores/notices'

const shipped = [
  { value: 'commands', title: 'Commands, one a line', text: commands },
  { value: 'sheet', title: 'Sheet of devices', text: sheet },
]
/** Where the template stays that was last written, in this browser. */
const kept = 'ypodoma.template'
const longest = 100_000

const plan = usePlan()
const notices = useNotices()
const text = ref(localStorage.getItem(kept) ?? commands)
const made = ref('')
const wrong = ref<{ line?: number; message: string }>()
const working = ref(false)
const file = useTemplateRef<HTMLInputElement>('file')
let asked = 0
let waiting: ReturnType<typeof setTimeout> | undefined

async function render() {
  const question = ++asked
  working.value = true
  try {
    const answer = await callApi<{ made?: string; wrong?: { line?: number; message: string } }>('POST', '/api/templates/render', {
      plan: plan.value,
      text: text.value,
    })
    if (question !== asked) return
    wrong.value = answer.wrong
    // What was made last stays to be read while the template is being written.
    if (answer.made !== undefined) made.value = answer.made
  } catch (error) {
    if (question === asked) wrong.value = { message: (error as Error).message }
  }
  if (question === asked) working.value = false
}
watch([text, plan], () => {
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    localStorage.setItem(kept, text.value)
    void render()
  }, 300)
})
onMounted(render)
onBeforeUnmount(() => clearTimeout(waiting))

async function open(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (!chosen) return
  if (chosen.size > longest) return notices.complain(`${chosen.name} has more than ${longest / 1000} kB; templates are shorter.`)
  text.value = await chosen.text()
}
function take(value: string) {
  const before = text.value
  text.value = shipped.find((each) => each.value === value)!.text
  notices.tell('The template is replaced.', { label: 'Undo', run: () => void (text.value = before) })
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
        <select aria-label="Start from" @change="take(($event.target as HTMLSelectElement).value)">
          <option value="" disabled selected>a template that ships</option>
          <option v-for="each in shipped" :key="each.value" :value="each.value">{{ each.title }}</option>
        </select></label
      >
      <v-btn :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Open a template</v-btn>
      <v-btn :prepend-icon="mdiContentSave" @click="download('template.liquid', 'text/plain', text)">Save the template</v-btn>
      <input ref="file" type="file" accept=".liquid,.txt,text/plain" hidden aria-label="Template file" @change="open" />
    </div>
    <div class="sides">
      <div class="side no-print">
        <label for="template-text"><b>Template</b></label>
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
      <div class="side">
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
.bar select {
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
.side {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.head {
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
  pre {
    height: auto;
    white-space: pre-wrap;
    border: 0;
  }
}
</style>
