<script setup lang="ts">
import { mdiDownload, mdiFileUploadOutline, mdiPlus } from '@mdi/js'
import { deviceClasses, type BoardDefinition, type DeviceDefinition } from '#core/catalogue'
import { libraryFile, type Definition } from '#core/schema'
import { callApi, type ApiError, type Problem } from '~/composables/useApi'
import { download } from '~/composables/download'
import { useCatalogue } from '~/stores/catalogue'
import { useNotices } from '~/stores/notices'

useHead({ title: 'Catalogue · Ypodoma' })
const catalogue = useCatalogue()
const notices = useNotices()
const wanted = ref('')
const kind = ref<'board' | 'device'>('board')
const creating = ref(false)
const refused = shallowRef<{ file: string; problems: Problem[] }>()
const file = useTemplateRef<HTMLInputElement>('file')
onMounted(() => catalogue.load(true))

const all = computed<(BoardDefinition | DeviceDefinition)[]>(() => {
  const { boards = {}, devices = {} } = catalogue.library ?? {}
  return Object.values<BoardDefinition | DeviceDefinition>(kind.value === 'board' ? boards : devices)
})
const groupOf = (one: BoardDefinition | DeviceDefinition) => (one.kind === 'device' ? deviceClasses[one.class] : 'Boards')
const rows = computed(() => {
  const words = wanted.value?.toLowerCase().split(/\s+/) ?? []
  return all.value
    .filter((one) => words.every((word) => `${one.name} ${one.maker} ${one.summary} ${groupOf(one)}`.toLowerCase().includes(word)))
    .sort((a, b) => groupOf(a).localeCompare(groupOf(b)) || a.name.localeCompare(b.name))
})
const isOwn = (one: Definition) => catalogue.library?.origins[`${one.kind}:${one.id}`] === 'own'
const own = computed(() => {
  const { boards = {}, devices = {}, protocols = {} } = catalogue.library ?? {}
  return [...Object.values(protocols), ...Object.values(devices), ...Object.values(boards)].filter(isOwn)
})
const versionsOf = (one: BoardDefinition | DeviceDefinition) => Object.keys(one.kind === 'board' ? one.revisions : one.variants)

async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (!chosen) return
  refused.value = undefined
  try {
    const { taken } = await callApi<{ taken: { kind: string; name: string }[] }>('POST', '/api/definitions', { file: await chosen.text() })
    await catalogue.load(true)
    notices.tell(`Taken in: ${taken.map((one) => one.name).join(', ')}.`)
  } catch (error) {
    const { message, problems = [] } = error as ApiError
    refused.value = { file: chosen.name, problems: problems.length ? problems : [{ place: '', message }] }
  }
}

const save = (one: Definition) => download(`${one.id}.json`, 'application/json', JSON.stringify(one, null, 2))
const saveAll = (which: Definition[], name: string) =>
  download(name, 'application/json', JSON.stringify(libraryFile(which), null, 2))
const everything = () => {
  const { boards = {}, devices = {}, protocols = {} } = catalogue.library ?? {}
  return [...Object.values(protocols), ...Object.values(devices), ...Object.values(boards)]
}

async function remove(one: Definition) {
  const { restored } = await callApi<{ restored: boolean }>('DELETE', `/api/definitions/${one.kind}/${one.id}`)
  await catalogue.load(true)
  notices.tell(`${one.name} of your own is taken away${restored ? '; the shipped one is back' : ''}.`, {
    label: 'Take it back',
    run: () => void callApi('PUT', `/api/definitions/${one.kind}/${one.id}`, { definition: one }).then(() => catalogue.load(true)),
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
        <v-text-field v-model="wanted" label="Name, maker or kind" class="find" clearable />
        <v-spacer />
        <v-btn variant="outlined" :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Take in a file</v-btn>
        <v-menu>
          <template #activator="{ props }">
            <v-btn v-bind="props" variant="outlined" :prepend-icon="mdiDownload">Save a library</v-btn>
          </template>
          <v-list density="compact">
            <v-list-item title="Everything" @click="saveAll(everything(), 'catalogue.library.json')" />
            <v-list-item :title="`My own (${own.length})`" :disabled="!own.length" @click="saveAll(own, 'own.library.json')" />
          </v-list>
        </v-menu>
        <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="creating = true">New {{ kind }}</v-btn>
        <input ref="file" type="file" accept=".json,.yaml,.yml" hidden aria-label="Definition file" @change="take" />
      </div>
      <RefusedFile v-if="refused" v-bind="refused" what="taken in" @close="refused = undefined" />
      <p v-if="!catalogue.library" class="pa-4 quiet">Fetching the catalogue.</p>
      <v-table v-else class="plain" hover>
        <thead>
          <tr>
            <th>Name</th>
            <th v-if="kind === 'device'">Kind</th>
            <th>Maker</th>
            <th>{{ kind === 'board' ? 'Revisions' : 'Variants' }}</th>
            <th>What it is</th>
            <th><span class="d-sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in rows" :key="one.id">
            <td>
              <NuxtLink :to="`/catalogue/${one.kind}/${one.id}`"
                ><b>{{ one.name }}</b></NuxtLink
              >
              <span v-if="isOwn(one)" class="own">own</span>
            </td>
            <td v-if="kind === 'device'">{{ groupOf(one) }}</td>
            <td>{{ one.maker }}</td>
            <td class="mono">{{ versionsOf(one).join(', ') }}</td>
            <td class="quiet">{{ one.summary }}</td>
            <td class="actions">
              <v-btn v-if="isOwn(one)" size="x-small" :aria-label="`Take away ${one.name}`" @click="remove(one)">Take away</v-btn>
              <v-btn :icon="mdiDownload" :aria-label="`Save ${one.name} as a file`" title="Save as a file" @click="save(one)" />
            </td>
          </tr>
        </tbody>
      </v-table>
      <p v-if="catalogue.library && !rows.length" class="pa-4">Nothing has these words.</p>
    </main>
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
.own {
  border: 1px solid rgb(var(--v-theme-secondary));
  color: rgb(var(--v-theme-secondary));
  border-radius: 3px;
  padding: 0 4px;
  margin-left: 6px;
  font-size: 11.5px;
}
.actions {
  white-space: nowrap;
  text-align: right;
}
</style>
