<script setup lang="ts">
import { classWords, deviceClasses, type DeviceClass, type DeviceDefinition } from '#core/catalogue'
import { additionsOf } from '#core/plan'
import { hasWords } from '~/composables/search'
import { usePlan } from '~/composables/usePlan'
import { useWanted } from '~/composables/useWanted'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'
import { useNotices } from '~/stores/notices'

const open = defineModel<boolean>({ required: true })
const { begins = '' } = defineProps<{
  /** The id of a device that is looked for at once. */
  begins?: string
}>()
const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()
const notices = useNotices()
const wanted = ref('')

const making = ref(false)
const pasting = ref(false)
const pastingWanted = useWanted(pasting)
const route = useRoute()

watch(open, (now) => now && void catalogue.load(), { immediate: true })
watch(
  () => catalogue.library?.devices[begins]?.name,
  (name) => name && (wanted.value = name),
  { immediate: true },
)

const groups = computed(() => foundBy(wanted.value))

/** The devices that have so many words, by their kind. */
function foundBy(words: string) {
  const matches = Object.values(catalogue.library?.devices ?? {}).filter(({ name, maker, summary, class: kind }) =>
    hasWords(`${name} ${maker} ${deviceClasses[kind]} ${classWords[kind]} ${summary}`, words),
  )
  return Object.entries(deviceClasses)
    .map(([id, name]) => ({ id: id as DeviceClass, name, devices: matches.filter((device) => device.class === id) }))
    .filter(({ devices }) => devices.length)
}

/** The first that is found for what is typed, by Enter, as soon as the catalogue is there; then the next can be typed. */
async function addFirst() {
  const words = wanted.value ?? ''
  if (!words.trim()) return
  if (!catalogue.library) await catalogue.load()
  const first = foundBy(words)[0]?.devices[0]
  if (!first) return
  add(first)
  if (wanted.value === words) wanted.value = ''
}

/** How many of it are added at a time. */
const count = ref(1)

function add(definition: DeviceDefinition) {
  const several = count.value > 1 ? `${count.value} × ${definition.name}` : definition.name
  try {
    const wanted = [{ definition, count: count.value }]
    const edits = additionsOf(plan.value, wanted, catalogue.library!.protocols, 'must')
    const edit = edits.length === 1 ? edits[0]! : ({ type: 'several', label: `Add ${several}`, edits } as const)
    build.edit(edit, `${several} added to the fit-out.`)
    count.value = 1
  } catch (error) {
    notices.complain((error as Error).message)
  }
}
</script>

<template>
  <v-dialog v-model="open" width="720" aria-label="Add a device">
    <v-card title="Add a device" @keydown.esc="open = false">
      <v-card-text>
        <div class="ask">
          <v-text-field
            v-model="wanted"
            label="Name, maker or kind"
            autofocus
            clearable
            hint="Enter adds the first that is found"
            @keydown.enter="addFirst"
          />
          <v-select v-model="count" :items="[1, 2, 3, 4, 5, 6, 8, 10, 12]" label="How many" class="count" />
        </div>
        <div class="list">
          <section v-for="group in groups" :key="group.name">
            <h2 class="quiet"><ClassPicture :kind="group.id" /> {{ group.name }}</h2>
            <button v-for="device in group.devices" :key="device.id" class="part" @click="add(device)">
              <b>{{ device.name }}</b> <span class="quiet">{{ device.maker }}</span> <span>{{ device.summary }}</span>
            </button>
          </section>
          <p v-if="!catalogue.library" class="pa-3 quiet">Reading the catalogue.</p>
          <p v-else-if="!groups.length" class="pa-3">
            No device has these words. Make your own, from nothing or from one that is alike.
          </p>
        </div>
      </v-card-text>
      <v-card-actions class="flex-wrap">
        <v-btn variant="outlined" @click="pasting = true">Paste a parts list</v-btn>
        <v-btn variant="outlined" @click="making = true">My part is not here: make it</v-btn>
        <v-spacer />
        <v-btn @click="open = false">Done</v-btn>
      </v-card-actions>
    </v-card>
    <LazyPartsListDialog v-if="pastingWanted" v-model="pasting" />
    <LazyNewDefinitionDialog
      v-if="making"
      v-model="making"
      kind="device"
      :called="groups.length ? '' : (wanted ?? '')"
      :goal="{ into: String(route.params.id) }"
    />
  </v-dialog>
</template>

<style scoped>
.ask {
  display: flex;
  gap: var(--space-4);
}
.count {
  flex: 0 0 110px;
}
.list {
  height: 400px;
  overflow: auto;
  margin-top: var(--space-4);
}
h2 {
  font-size: var(--text-small);
  padding: var(--space-4) var(--space-4) var(--space-1);
}
.part {
  display: grid;
  grid-template-columns: 130px 140px 1fr;
  gap: var(--space-4);
  width: 100%;
  padding: var(--space-2) var(--space-4);
  text-align: left;
  border-radius: 3px;
}
.part:hover {
  background: rgb(var(--v-theme-surface-variant));
}
</style>
