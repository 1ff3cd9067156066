<script setup lang="ts">
import {
  mdiArchiveOutline,
  mdiChevronLeft,
  mdiChevronRight,
  mdiContentCopy,
  mdiDownload,
  mdiFileUploadOutline,
  mdiPlus,
  mdiTagOutline,
} from '@mdi/js'
import { chosenFile } from '~/composables/chosenFile'
import { keepInAddress } from '~/composables/keepInAddress'
import { author } from '~/composables/author'
import type { Sorting } from '~/composables/useSorted'
import { dayAndTime } from '~/composables/dates'
import type { BuildOrder, BuildPage, BuildSummary } from '#contract'
import type { ApiError, Problem } from '~/composables/useApi'
import { callApi, callForFile } from '~/composables/useApi'
import { gravestFirst } from '~/composables/severityLook'
import { download } from '~/composables/download'
import { useLatest } from '~/composables/useLatest'
import { useNotices } from '~/stores/notices'
import { useWanted } from '~/composables/useWanted'
import { useSession } from '~/stores/session'

const size = 25
const page = shallowRef<BuildPage>()
const wanted = ref('')
keepInAddress('find', wanted)
const from = ref(0)
const creating = ref(false)
const newWanted = useWanted(creating)
const refused = shallowRef<{ file: string; problems: Problem[] }>()
const file = useTemplateRef<HTMLInputElement>('file')
const notices = useNotices()
const failure = ref('')
const { begin } = useLatest()
/** How the list is ordered; in the order of making until a column is chosen. */
const sorting = ref<Sorting>()
const order = computed(() => (sorting.value ? (`${sorting.value.by}${sorting.value.down ? '-down' : ''}` as BuildOrder) : 'made'))

useHead({ title: 'Builds · Ypodoma' })

const load = () =>
  begin(async (counts) => {
    try {
      const found = await callApi('GET /api/builds', {
        query: { limit: size, offset: from.value, search: wanted.value ?? '', order: order.value },
      })
      if (!counts()) return
      page.value = found
      failure.value = ''
    } catch (error) {
      if (counts()) failure.value = (error as Error).message
    }
  })
onMounted(load)
const session = useSession()
watch(
  () => session.trouble,
  (trouble) => !trouble && load(),
)
watch([wanted, order], () => {
  from.value = 0
  void load()
})

function turn(by: number) {
  from.value += by * size
  void load()
}

async function openFile(event: Event) {
  refused.value = undefined
  const chosen = chosenFile(event, undefined, (file, why) => {
    refused.value = { file, problems: [{ place: '', message: `It ${why}.` }] }
  })
  if (!chosen) return
  try {
    const { id } = await callApi('POST /api/builds', { body: { file: await chosen.text() } })
    await navigateTo(`/builds/${id}/fit-out`)
  } catch (error) {
    const { message, problems = [] } = error as ApiError
    refused.value = { file: chosen.name, problems: problems.length ? problems : [{ place: '', message }] }
  }
}

async function setRemoved(build: BuildSummary, removed: boolean) {
  try {
    await callApi('PUT /api/builds/:id/removed', { id: build.id, body: { removed } })
  } catch (error) {
    return notices.complain((error as Error).message)
  }
  await load()
  if (removed) notices.tell(`${build.name} is archived.`, { label: 'Undo', run: () => void setRemoved(build, false) })
}

async function copy(build: BuildSummary) {
  try {
    const name = `${build.name}, copy`.slice(0, 80)
    const { id } = await callApi('POST /api/builds', { body: { copy: build.id, name, author: author() } })
    await load()
    notices.tell(`${name} is made.`, { label: 'Open it', run: () => void navigateTo(`/builds/${id}/fit-out`) })
  } catch (error) {
    notices.complain((error as Error).message)
  }
}

/** The build that is about to be deleted for good. */
const doomed = shallowRef<BuildSummary>()
const doomedWanted = useWanted(doomed)

/** The build whose tags are being written. */
const tagged = shallowRef<BuildSummary>()
const tagsWanted = useWanted(tagged)

/** The plan as a file; one that cannot be read as it is stored. */
async function savePlan(build: BuildSummary) {
  try {
    const text = await (await callForFile('GET /api/builds/:id/raw', { id: build.id })).text()
    download(`${build.name}.plan.json`, 'application/json', text)
  } catch (error) {
    notices.complain((error as Error).message)
  }
}
</script>

<template>
  <div class="page">
    <SiteBar />
    <main>
      <div class="page-head">
        <h1>Builds</h1>
        <span class="quiet">A build is one craft: its board, its parts, and where everything goes.</span>
        <v-text-field v-model="wanted" label="Name, board, part or note" class="find" clearable />
        <v-spacer />
        <v-btn variant="outlined" :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Open a plan file</v-btn>
        <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="creating = true">New build</v-btn>
        <input ref="file" type="file" accept=".json,application/json" hidden aria-label="Plan file" @change="openFile" />
      </div>
      <RefusedFile v-if="refused" v-bind="refused" what="opened" @close="refused = undefined" />
      <p v-if="failure && !session.trouble" role="alert" class="pa-4 text-error">{{ failure }}</p>
      <p v-else-if="!page" class="pa-4 quiet">Fetching the builds.</p>
      <p v-else-if="!page.count && wanted" class="pa-4">No build has these words.</p>
      <p v-else-if="!page.count" class="pa-4">
        No builds yet. <v-btn color="primary" @click="creating = true">Make the first one</v-btn>
      </p>
      <v-table v-else class="plain" hover>
        <thead>
          <tr>
            <th><span class="d-sr-only">Picture</span></th>
            <SortHead v-model="sorting" column="name">Build</SortHead>
            <th class="if-room">Board</th>
            <th class="text-right if-wide">Devices</th>
            <th>Findings</th>
            <SortHead v-model="sorting" column="saved" class="if-wide">Saved</SortHead>
            <SortHead v-model="sorting" column="version" class="text-right if-wide">Version</SortHead>
            <th class="no-print"><span class="d-sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="build in page.builds" :key="build.id" :class="{ away: build.removed }">
            <td class="picture"><CraftThumbnail v-if="build.brief" :picture="build.brief.picture" /></td>
            <td class="name">
              <NuxtLink :to="`/builds/${build.id}/fit-out`"
                ><b>{{ build.name }}</b></NuxtLink
              >
              <button v-for="tag in build.tags" :key="tag" class="tag" :title="`Find builds with ${tag}`" @click="wanted = tag">
                {{ tag }}
              </button>
              <div v-if="build.brief && !build.unreadable" class="quiet note">{{ build.brief.note }}</div>
              <div v-else-if="build.unreadable" class="text-error note">
                Its newest version cannot be read. Save it as it is, or open it and restore an older one.
              </div>
            </td>
            <td class="whole if-room">{{ build.brief?.board }}</td>
            <td class="text-right mono if-wide">{{ build.brief?.devices }}</td>
            <td class="whole">
              <span v-if="build.unreadable" class="text-error">unreadable</span>
              <span v-else-if="!build.brief" class="quiet">not looked at yet</span>
              <span v-else-if="!build.brief.allocated" class="quiet">not allocated yet</span>
              <span v-else class="marks"
                ><SeverityMark v-for="mark in gravestFirst(build.brief.findings)" :key="mark.severity" v-bind="mark" /><span
                  v-if="!gravestFirst(build.brief.findings).length"
                  class="quiet"
                  >none</span
                ></span
              >
            </td>
            <td class="whole if-wide">{{ dayAndTime(build.updatedAt) }}</td>
            <td class="text-right mono if-wide">{{ build.version }}</td>
            <td class="actions no-print">
              <v-btn
                :prepend-icon="mdiDownload"
                :aria-label="`Save the plan of ${build.name} as a file`"
                title="Save as a plan file"
                @click="savePlan(build)"
                >File</v-btn
              >
              <v-btn :icon="mdiTagOutline" :aria-label="`Tags of ${build.name}`" title="Tags" @click="tagged = build" />
              <v-btn :icon="mdiContentCopy" :aria-label="`Copy ${build.name}`" title="Copy" @click="copy(build)" />
              <template v-if="build.removed">
                <v-btn :aria-label="`Restore ${build.name}`" @click="setRemoved(build, false)">Restore</v-btn>
                <v-btn color="error" :aria-label="`Delete ${build.name} for good`" @click="doomed = build">Delete</v-btn>
              </template>
              <v-btn
                v-else
                :prepend-icon="mdiArchiveOutline"
                :aria-label="`Archive ${build.name}`"
                title="Off the list, and kept"
                @click="setRemoved(build, true)"
                >Archive</v-btn
              >
            </td>
          </tr>
        </tbody>
      </v-table>
      <nav v-if="page && page.count > size" class="pages" aria-label="Pages of the list">
        <v-btn :icon="mdiChevronLeft" aria-label="Page before" :disabled="!from" @click="turn(-1)" />
        <span>{{ from + 1 }} to {{ Math.min(from + size, page.count) }} of {{ page.count }}</span>
        <v-btn :icon="mdiChevronRight" aria-label="Next page" :disabled="from + size >= page.count" @click="turn(1)" />
      </nav>
    </main>
    <LazyDeleteDialog v-if="doomedWanted" v-model="doomed" @deleted="load" />
    <LazyTagsDialog v-if="tagsWanted" v-model="tagged" @saved="load" />
    <LazyNewBuildDialog v-if="newWanted" v-model="creating" />
  </div>
</template>

<style scoped>
.picture {
  width: 64px;
  padding-inline-end: 0 !important;
}
.name {
  padding-block: var(--space-4) !important;
  min-width: 120px;
}

.name a {
  color: rgb(var(--v-theme-primary));
}
.note {
  font-size: var(--text-small);
  max-width: 46ch;
}
.tag {
  margin-left: var(--space-3);
  padding: 0 var(--space-3);
  min-height: 24px;
  border: var(--edge);
  border-radius: 10px;
  font-size: var(--text-fine);
}
.whole,
.marks,
.actions {
  white-space: nowrap;
}
.marks,
.actions {
  display: table-cell;
}
@media (width < 640px) {
  .actions {
    white-space: normal;
    width: 96px;
  }
  .picture {
    display: none;
  }
}
.marks > * + * {
  margin-left: var(--space-4);
}
.find {
  max-width: 220px;
}
.pages {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: var(--space-4);
  padding: var(--space-4);
}
.away {
  background: rgb(var(--v-theme-surface-variant));
  font-style: italic;
}
</style>
