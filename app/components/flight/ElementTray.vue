<script setup lang="ts">
/** What can be shown: typed as a word, or chosen from all of it by where it comes from. */
import { elements, fedSources, sources, type DisplayElement } from '#core/display'
import type { DisplayLayout } from '#core/plan'
import { useResolved } from '~/composables/usePlan'

const { layout } = defineProps<{
  layout: DisplayLayout
  /** Where what is put comes to, from 0. */
  cursor: { column: number; row: number }
}>()
const chosen = defineModel<string>('chosen')
const emit = defineEmits<{ put: [element: DisplayElement] }>()

const resolved = useResolved()
const fed = computed(() => fedSources(resolved.value))
const isShown = ({ id }: DisplayElement) => layout.elements[id] !== undefined
const tray = computed(() =>
  Object.entries(sources).map(([id, title]) => ({
    id,
    title,
    fed: fed.value.has(id as keyof typeof sources),
    of: elements.filter(({ source }) => source === id),
  })),
)
/** A word typed at the cursor. */
const word = ref('')
const unknown = ref(false)
function putWord() {
  const typed = word.value.trim().toLowerCase()
  const found =
    elements.find(({ name }) => name.toLowerCase() === typed) ??
    elements.find(({ name }) => typed && name.toLowerCase().startsWith(typed))
  unknown.value = !found
  if (!found) return
  emit('put', found)
  word.value = ''
}
</script>

<template>
  <div class="tray" role="group" aria-label="What can be shown">
    <form @submit.prevent="putWord">
      <label
        >At column {{ cursor.column + 1 }}, row {{ cursor.row + 1 }}
        <input v-model="word" class="line-field wide" list="display-elements" placeholder="type a word" @input="unknown = false"
      /></label>
      <datalist id="display-elements">
        <option v-for="element in elements.filter((each) => !isShown(each))" :key="element.id" :value="element.name" />
      </datalist>
      <p v-if="unknown" class="text-error" role="alert">There is no such value. The list below has all of them.</p>
    </form>
    <div v-for="group in tray" :key="group.id" class="group" :class="{ unfed: !group.fed }">
      <b>{{ group.title }}</b><span v-if="!group.fed" class="quiet"> (not in this fit-out)</span>
      <div>
        <button
          v-for="element in group.of"
          :key="element.id"
          class="chip"
          :class="{ on: isShown(element) }"
          :aria-pressed="isShown(element)"
          @click="isShown(element) ? (chosen = element.id) : emit('put', element)"
        >
          {{ element.name }}
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.tray {
  flex: 1 1 240px;
  font-size: var(--text-small);
}
.wide {
  width: 100%;
}
.group {
  margin-top: var(--space-3);
}
.unfed .chip {
  border-style: dashed;
}
.chip.on {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
</style>
