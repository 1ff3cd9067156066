<script setup lang="ts">
/** What is kept with a definition or a build: pictures, pages and addresses, each with its name and a note. */
import { mdiDeleteOutline, mdiImagePlus, mdiLinkPlus } from '@mdi/js'
import { limits, type BoardDefinition } from '#core/catalogue'
import type { Attached } from '#core/tracing'
import { pictureAddress } from '~/pictures/address'

const {
  all = {},
  of,
  board = undefined,
  editable = true,
} = defineProps<{
  all?: Readonly<Record<string, Attached>>
  /** What they are kept with. */
  of: string
  /** Where pictures may be laid under a drawing. */
  board?: BoardDefinition
  editable?: boolean
}>()
const emit = defineEmits<{ change: [all: Record<string, Attached>]; lay: [board: BoardDefinition] }>()
const parts = computed(() => Object.entries(all))
const isFull = computed(() => parts.value.length >= limits.attached)
const adding = ref(false)
const again = shallowRef<Attached>()
const shown = shallowRef<Attached>()

function add(part: Attached) {
  let number = 1
  while (all[`p${number}`]) number += 1
  emit('change', { ...all, [`p${number}`]: part })
}
function set(id: string, part: Attached) {
  emit('change', { ...all, [id]: part })
}
/** What is typed; a name is never nothing, and an empty note is none. */
function type(id: string, field: 'label' | 'address' | 'note', event: Event) {
  const input = event.target as HTMLInputElement
  const [text, before] = [input.value.trim(), all[id]!]
  if (field !== 'note' && !text) input.value = before[field] ?? ''
  else if (text) set(id, { ...before, [field]: text })
  else {
    const { note: _, ...rest } = before
    set(id, rest)
  }
}
const remove = (id: string) => emit('change', Object.fromEntries(parts.value.filter(([other]) => other !== id)))
function layAgain(part?: Attached) {
  again.value = part
  adding.value = true
}
const isLink = (address = '') => /^https?:\/\/\S+$/i.test(address)
</script>

<template>
  <section class="attached" :aria-label="`Pictures and pages of ${of}`">
    <div v-if="editable" class="bar">
      <v-btn :prepend-icon="mdiImagePlus" :disabled="isFull" @click="layAgain()">Add a picture</v-btn>
      <v-btn :prepend-icon="mdiLinkPlus" :disabled="isFull" @click="add({ label: 'Page', address: 'https://' })"
        >Add an address</v-btn
      >
    </div>
    <p v-if="!parts.length" class="quiet empty">
      Nothing is kept with {{ of }} yet. A photograph of it, the maker’s wiring drawing, a page of the manual or its address is at
      hand here, and beside the allocation.
    </p>
    <ul v-else>
      <li v-for="[id, part] in parts" :key="id">
        <button v-if="part.picture" class="thumb" :aria-label="`Show ${part.label}`" @click="shown = part">
          <img :src="pictureAddress(part.picture)" :alt="part.label" loading="lazy" />
        </button>
        <div class="told">
          <template v-if="editable">
            <input
              :value="part.label"
              class="name"
              maxlength="80"
              :aria-label="`Name of ${part.label}`"
              @change="type(id, 'label', $event)"
            />
            <input
              v-if="part.address !== undefined"
              :value="part.address"
              class="mono"
              maxlength="300"
              :aria-label="`Address of ${part.label}`"
              @change="type(id, 'address', $event)"
            />
            <input
              :value="part.note"
              maxlength="300"
              placeholder="Note"
              :aria-label="`Note on ${part.label}`"
              @change="type(id, 'note', $event)"
            />
          </template>
          <template v-else>
            <b>{{ part.label }}</b>
            <span v-if="part.note">{{ part.note }}</span>
          </template>
          <span v-if="part.laid" class="quiet">under the drawing of the {{ part.laid.side }}</span>
          <a v-if="isLink(part.address)" :href="part.address" target="_blank" rel="noreferrer noopener">Open {{ part.label }}</a>
          <span v-else-if="part.address && !editable" class="mono">{{ part.address }}</span>
        </div>
        <div v-if="editable" class="does">
          <v-btn v-if="board && part.picture && !part.laid" @click="layAgain(part)">Lay under the drawing</v-btn>
          <v-btn :icon="mdiDeleteOutline" :aria-label="`Remove ${part.label}`" @click="remove(id)" />
        </div>
      </li>
    </ul>
    <LazyPictureDialog v-if="adding" v-model="adding" :board :again @keep="add" @lay="emit('lay', $event)" />
    <LazyPictureShown v-if="shown" :part="shown" @close="shown = undefined" />
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  padding: var(--space-2) var(--space-4);
  border-bottom: var(--edge);
}
.empty {
  padding: var(--space-5);
  max-width: 64ch;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  gap: var(--space-4);
  padding: var(--space-3) var(--space-4);
  border-bottom: var(--edge);
  font-size: var(--text-small);
}
.thumb {
  flex: none;
  width: 112px;
  height: 84px;
  border: var(--edge);
}
.thumb img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.told {
  display: flex;
  flex-direction: column;
  gap: var(--space-1);
  flex: 1;
  min-width: 0;
}
input {
  border: var(--edge);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: var(--space-1) var(--space-2);
  min-height: 28px;
  width: 100%;
}
.name {
  font-weight: 700;
}
.told a {
  padding: var(--space-2) 0;
  line-height: 1.4;
}
.does {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  justify-content: end;
  flex: none;
  max-width: 40%;
}
</style>
