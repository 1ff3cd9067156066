<script setup lang="ts">
import { stages } from '#core/checks'
import { hasWords } from '~/composables/search'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ theme: []; versions: [] }>()
const build = useBuild()
const selection = useSelection()
const wanted = ref('')
const at = ref(0)

interface Command {
  title: string
  hint: string
  run: () => void
}

const commands = computed<Command[]>(() => [
  ...Object.entries(stages).map(([id, name]) => ({
    title: `Go to ${name}`,
    hint: 'stage',
    run: () => void navigateTo(`/builds/${build.id}/${id}`),
  })),
  { title: 'All builds', hint: 'stage', run: () => void navigateTo('/') },
  { title: 'Undo', hint: build.undoLabel ?? 'nothing to undo', run: () => build.undo() },
  { title: 'Redo', hint: build.redoLabel ?? 'nothing to do again', run: () => build.redo() },
  { title: 'Save a version now', hint: 'save', run: () => void build.save('Saved by hand') },
  { title: 'Versions of this build', hint: 'save', run: () => emit('versions') },
  { title: 'Light or dark', hint: 'screen', run: () => emit('theme') },
  { title: 'Select nothing', hint: 'selection', run: () => selection.clear() },
  ...(build.plan?.devices ?? []).map((device) => ({
    title: `Select ${device.name}`,
    hint: 'device',
    run: () => void (selection.selected = `device:${device.id}`),
  })),
])

const found = computed(() => {
  return commands.value.filter(({ title }) => hasWords(title, wanted.value))
})

watch([wanted, open], () => (at.value = 0))
const field = useTemplateRef<{ focus: () => void }>('field')
watch(open, async (now) => {
  wanted.value = ''
  if (!now) return
  await nextTick()
  field.value?.focus()
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
      <v-text-field
        ref="field"
        v-model="wanted"
        class="pa-3"
        label="What do you want to do?"
        autofocus
        role="combobox"
        aria-expanded="true"
        aria-controls="commands"
        :aria-activedescendant="`command-${at}`"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter="run(found[at])"
      />
      <ul id="commands" role="listbox" class="list">
        <li
          v-for="(command, index) in found"
          :id="`command-${index}`"
          :key="command.title"
          role="option"
          :aria-selected="index === at"
          :class="{ lit: index === at }"
          @click="run(command)"
        >
          {{ command.title }} <span class="quiet">{{ command.hint }}</span>
        </li>
        <li v-if="!found.length" class="quiet">No command has these words.</li>
      </ul>
    </v-card>
  </v-dialog>
</template>

<style scoped>
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
