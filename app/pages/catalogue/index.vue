<script setup lang="ts">
import { mdiDownload, mdiFileUploadOutline, mdiPlus } from '@mdi/js'
import { classWords, deviceClasses, mostCompared, readWish, type BoardDefinition, type DeviceDefinition } from '#core/catalogue'
import { libraryFile, type Definition } from '#core/schema'
import { hasWords } from '~/composables/search'
import { callApi } from '~/composables/useApi'
import { useFitsBuild, type FitVerdict } from '~/composables/useFitsBuild'
import { useDefinitionImport } from '~/composables/useDefinitionImport'
import { keepInAddress } from '~/composables/keepInAddress'
import { useQueryValue } from '~/composables/useQueryValue'
import { useSorted } from '~/composables/useSorted'
import { author } from '~/composables/author'
import { download } from '~/composables/download'
import { useCatalogue } from '~/stores/catalogue'
import { useNotices } from '~/stores/notices'

useHead({ title: 'Catalogue · Ypodoma' })
const catalogue = useCatalogue()
const notices = useNotices()
const wanted = ref('')
keepInAddress('find', wanted)
const kind = useQueryValue('kind', ['board', 'device'])
const creating = ref(false)
const [file, folder] = [useTemplateRef<HTMLInputElement>('file'), useTemplateRef<HTMLInputElement>('folder')]
onMounted(() => catalogue.load(true))

const all = computed<(BoardDefinition | DeviceDefinition)[]>(() => {
  const { boards = {}, devices = {} } = catalogue.library ?? {}
  return Object.values<BoardDefinition | DeviceDefinition>(kind.value === 'board' ? boards : devices)
})
const groupOf = (definition: BoardDefinition | DeviceDefinition) =>
  definition.kind === 'device' ? deviceClasses[definition.class] : 'Boards'
/** What is looked for: figures of what it offers, and words. */
const wish = computed(() => readWish(wanted.value ?? ''))
const textOf = (definition: BoardDefinition | DeviceDefinition) =>
  `${definition.name} ${definition.maker} ${definition.summary} ${groupOf(definition)} ${definition.kind === 'device' ? classWords[definition.class] : ''}`
/** The build that all has to fit; empty for none. */
const forBuild = ref('')
keepInAddress('fits', forBuild)
const isBoards = computed(() => kind.value === 'board')
const {
  verdicts,
  running: trying,
  stop: stopTrying,
} = useFitsBuild(() => {
  const { boards, devices, protocols } = catalogue.library ?? {}
  if (!boards || !devices || !protocols) return undefined
  return {
    build: forBuild.value,
    protocols,
    boards: isBoards.value ? Object.values(boards) : [],
    devices: isBoards.value ? [] : Object.values(devices),
  }
})
const verdictWords: Record<FitVerdict, string> = { fits: 'fits', cost: 'at a cost', cannot: 'does not fit', unknown: 'not sure' }
const fitting = ({ id }: Definition) => !forBuild.value || ['fits', 'cost'].includes(verdicts.value[id] ?? '')
const rows = computed(() =>
  all.value
    .filter((definition) => wish.value.fits(definition) && hasWords(textOf(definition), wish.value.words) && fitting(definition))
    .sort((a, b) => groupOf(a).localeCompare(groupOf(b)) || a.name.localeCompare(b.name)),
)
const { sorting, sorted } = useSorted(() => rows.value, {
  name: ({ name }) => name,
  kind: groupOf,
  maker: ({ maker }) => maker,
})
/** Ticked to be compared, by their ids. */
const ticked = ref<string[]>([])
const comparing = ref(false)
watch(kind, () => (ticked.value = []))
const tickedThere = computed(() => all.value.filter(({ id }) => ticked.value.includes(id)))
function tick(id: string, on: boolean) {
  ticked.value = on ? [...ticked.value, id] : ticked.value.filter((other) => other !== id)
}
const isOwn = (definition: Definition) => catalogue.standing(definition).origin === 'own'
const own = computed(() => {
  const { boards = {}, devices = {}, protocols = {} } = catalogue.library ?? {}
  return [...Object.values(protocols), ...Object.values(devices), ...Object.values(boards)].filter(isOwn)
})
const versionsOf = (definition: BoardDefinition | DeviceDefinition) =>
  Object.keys(definition.kind === 'board' ? definition.revisions : definition.variants)

const files = useDefinitionImport()
const { refused, asked, report, working } = files
/** A field that then takes the same files again. */
function chosen(event: Event) {
  const field = event.target as HTMLInputElement
  const taken = [...(field.files ?? [])]
  field.value = ''
  void files.take(taken)
}

const save = (definition: Definition) =>
  download(`${definition.id}.json`, 'application/json', JSON.stringify(definition, null, 2))
const saveAll = (which: Definition[], name: string) =>
  download(name, 'application/json', JSON.stringify(libraryFile(which), null, 2))
const everything = () => {
  const { boards = {}, devices = {}, protocols = {} } = catalogue.library ?? {}
  return [...Object.values(protocols), ...Object.values(devices), ...Object.values(boards)]
}

async function remove(definition: Definition) {
  const { kind: of, id } = definition
  const { version } = catalogue.standing(definition)
  let restored: boolean
  try {
    ;({ restored } = await callApi('DELETE /api/definitions/:kind/:id', {
      kind: of,
      id,
      query: { base: version, author: author() },
    }))
  } catch (error) {
    notices.complain((error as Error).message)
    return catalogue.load(true)
  }
  await catalogue.load(true)
  notices.tell(`${definition.name} of your own is deleted${restored ? '; the shipped one is back' : ''}.`, {
    label: 'Undo',
    run: () =>
      void callApi('PUT /api/definitions/:kind/:id', {
        kind: of,
        id,
        body: { definition, base: catalogue.standing(definition).version, author: author(), note: 'Deletion undone' },
      }).then(() => catalogue.load(true)),
  })
}
</script>

<template>
  <div class="page">
    <SiteBar />
    <main>
      <div class="page-head">
        <h1>Catalogue</h1>
        <v-btn-toggle v-model="kind" mandatory density="compact" variant="outlined" divided aria-label="Kind">
          <v-btn value="board">Boards</v-btn><v-btn value="device">Devices</v-btn>
        </v-btn-toggle>
        <v-text-field
          v-model="wanted"
          label="Name, maker, kind or figure"
          :title="`Such as ${kind === 'board' ? '5 ports, rail ≥ 3 A, 30 × 30 mm, 6S' : 'gnss under 10 g, 60 A'}`"
          class="find"
          clearable
        />
        <FitsBuild
          v-model="forBuild"
          :tried="Object.keys(verdicts).length"
          :of="all.length"
          :running="trying"
          @stop="stopTrying"
        />
        <v-spacer />
        <v-menu>
          <template #activator="{ props }">
            <v-btn v-bind="props" variant="outlined" :prepend-icon="mdiFileUploadOutline" :loading="working">Import</v-btn>
          </template>
          <v-list density="compact">
            <v-list-item title="Files, or a zip of such" @click="file?.click()" />
            <v-list-item title="A folder" @click="folder?.click()" />
          </v-list>
        </v-menu>
        <v-menu>
          <template #activator="{ props }">
            <v-btn v-bind="props" variant="outlined" :prepend-icon="mdiDownload">Export a library</v-btn>
          </template>
          <v-list density="compact">
            <v-list-item title="Everything" @click="saveAll(everything(), 'catalogue.library.json')" />
            <v-list-item :title="`My own (${own.length})`" :disabled="!own.length" @click="saveAll(own, 'own.library.json')" />
          </v-list>
        </v-menu>
        <v-btn v-if="tickedThere.length > 1" variant="outlined" @click="comparing = true">Compare {{ tickedThere.length }}</v-btn>
        <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="creating = true">New {{ kind }}</v-btn>
        <input
          ref="file"
          type="file"
          accept=".json,.yaml,.yml,.zip"
          multiple
          hidden
          aria-label="Definition file"
          @change="chosen"
        />
        <input ref="folder" type="file" webkitdirectory hidden aria-label="Folder of definitions" @change="chosen" />
      </div>
      <p v-if="wish.told.length" role="status" class="quiet px-4 pt-3">
        Looked for: {{ wish.told.join('; ') }}. {{ rows.length }} found.
      </p>
      <RefusedFile v-if="refused" v-bind="refused" what="imported" @close="refused = undefined" />
      <LazyImportReport v-if="report" :report @close="report = undefined" />
      <v-alert
        v-for="lost in catalogue.library?.unreadable"
        :key="lost.kind + lost.id"
        type="warning"
        variant="outlined"
        density="compact"
        class="ma-4"
      >
        {{ lost.kind }} “{{ lost.id }}” is stored and cannot be read: {{ lost.message }}.
        <a :href="`/api/definitions/${lost.kind}/${lost.id}/raw`" :download="`${lost.id}.json`">Save it as it is</a>
      </v-alert>
      <p v-if="!catalogue.library" class="pa-4 quiet">Fetching the catalogue.</p>
      <template v-else>
        <v-table class="plain" hover>
          <thead>
            <tr>
              <th><span class="d-sr-only">Compare</span></th>
              <th class="if-room"><span class="d-sr-only">Picture</span></th>
              <SortHead v-model="sorting" column="name">Name</SortHead>
              <th v-if="forBuild">Fits</th>
              <SortHead v-if="kind === 'device'" v-model="sorting" column="kind" class="if-room">Kind</SortHead>
              <SortHead v-model="sorting" column="maker" class="if-wide">Maker</SortHead>
              <th class="if-wide">{{ kind === 'board' ? 'Revisions' : 'Variants' }}</th>
              <th>What it is</th>
              <th><span class="d-sr-only">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="definition in sorted" :key="definition.id">
              <td class="tick">
                <input
                  type="checkbox"
                  :checked="ticked.includes(definition.id)"
                  :disabled="!ticked.includes(definition.id) && tickedThere.length >= mostCompared"
                  :aria-label="`Compare ${definition.name}`"
                  @change="tick(definition.id, ($event.target as HTMLInputElement).checked)"
                />
              </td>
              <td class="if-room"><DefinitionThumb :definition /></td>
              <td>
                <NuxtLink :to="`/catalogue/${definition.kind}/${definition.id}`"
                  ><b>{{ definition.name }}</b></NuxtLink
                >
                <span v-if="isOwn(definition)" class="own">own</span>
              </td>
              <td v-if="forBuild">{{ verdictWords[verdicts[definition.id] ?? 'unknown'] }}</td>
              <td v-if="kind === 'device'" class="if-room">{{ groupOf(definition) }}</td>
              <td class="if-wide">{{ definition.maker }}</td>
              <td class="mono if-wide">{{ versionsOf(definition).join(', ') }}</td>
              <td class="quiet">{{ definition.summary }}</td>
              <td class="actions">
                <NuxtLink
                  :to="{ path: '/', query: { find: definition.name } }"
                  class="mr-3"
                  :aria-label="`Builds with ${definition.name}`"
                  >Builds</NuxtLink
                >
                <v-btn
                  v-if="isOwn(definition)"
                  size="x-small"
                  :aria-label="`Delete ${definition.name} of your own`"
                  @click="remove(definition)"
                  >Delete</v-btn
                >
                <v-btn
                  :icon="mdiDownload"
                  :aria-label="`Save ${definition.name} as a file`"
                  title="Save as a file"
                  @click="save(definition)"
                />
              </td>
            </tr>
          </tbody>
        </v-table>
        <p v-if="!rows.length" class="pa-4">
          {{
            trying
              ? 'None found yet.'
              : forBuild
                ? 'None of these fits the build.'
                : wish.told.length
                  ? 'Nothing offers that.'
                  : 'Nothing has these words.'
          }}
          <v-btn size="small" @click="creating = true">Make your own</v-btn>
        </p>
      </template>
    </main>
    <LazyCompareDialog v-if="comparing" :definitions="tickedThere" @close="comparing = false" />
    <LazyImportOver
      v-if="asked"
      :name="asked.name"
      :replaces="asked.replaces"
      @close="asked = undefined"
      @take="files.takeText(asked.name, asked.text, $event)"
    />
    <NewDefinitionDialog v-model="creating" :kind />
  </div>
</template>

<style scoped>
.find {
  max-width: 220px;
}
td a {
  color: rgb(var(--v-theme-primary));
}
.tick input {
  width: 18px;
  height: 18px;
  accent-color: rgb(var(--v-theme-primary));
}
.own {
  border: 1px solid rgb(var(--v-theme-secondary));
  color: rgb(var(--v-theme-secondary));
  border-radius: 3px;
  padding: 0 var(--space-2);
  margin-left: var(--space-3);
  font-size: var(--text-fine);
}
.actions {
  white-space: nowrap;
  text-align: right;
}
</style>
