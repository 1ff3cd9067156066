<script setup lang="ts">
import { yaml } from '@codemirror/lang-yaml'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { tags } from '@lezer/highlight'
import { basicSetup, EditorView } from 'codemirror'

const { text } = defineProps<{ text: string }>()
const emit = defineEmits<{ type: [text: string] }>()
const holder = useTemplateRef<HTMLElement>('holder')
let view: EditorView | undefined
let timer: ReturnType<typeof setTimeout> | undefined

const theme = EditorView.theme({
  '&': { height: '100%', fontSize: '12.5px', backgroundColor: 'transparent', color: 'inherit' },
  '.cm-scroller': { fontFamily: 'var(--mono)', overflow: 'auto' },
  '.cm-gutters': { backgroundColor: 'transparent', color: 'inherit', border: 'none' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'rgba(109, 47, 107, 0.08)' },
  '.cm-content': { caretColor: 'currentColor' },
})

/** In the colours of the page, so that both themes can be read. */
const colours = HighlightStyle.define([
  { tag: [tags.propertyName, tags.definition(tags.propertyName)], color: 'rgb(var(--v-theme-primary))' },
  { tag: [tags.string, tags.number, tags.bool, tags.content], color: 'rgb(var(--v-theme-on-surface))' },
  { tag: tags.comment, color: 'rgb(var(--v-theme-note))' },
  { tag: tags.invalid, color: 'rgb(var(--v-theme-error))' },
])

onMounted(() => {
  view = new EditorView({
    doc: text,
    parent: holder.value!,
    extensions: [
      basicSetup,
      yaml(),
      syntaxHighlighting(colours),
      theme,
      EditorView.contentAttributes.of({ 'aria-label': 'Definition as YAML' }),
      EditorView.updateListener.of((update) => {
        if (!update.docChanged || !view?.hasFocus) return
        clearTimeout(timer)
        const typed = update.state.doc.toString()
        timer = setTimeout(() => emit('type', typed), 200)
      }),
    ],
  })
  // It can be scrolled by keyboard, too.
  view.scrollDOM.tabIndex = 0
})
watch(
  () => text,
  (now) => {
    if (!view || view.state.doc.toString() === now) return
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } })
  },
)
onBeforeUnmount(() => {
  clearTimeout(timer)
  view?.destroy()
})
</script>

<template><div ref="holder" class="source" data-testid="source" /></template>

<style scoped>
.source {
  height: 100%;
  min-height: 0;
  overflow: hidden;
}
</style>
