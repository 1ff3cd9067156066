<script setup lang="ts">
import { dayAndTime } from '~/composables/dates'
import { author as savedAuthor, setAuthor } from '~/composables/author'
import { callApi, ApiError } from '~/composables/useApi'
import { usePages } from '~/composables/usePages'
import type { SavedVersion } from '#contract'
import { comparePlans, harnessSvg, type Difference } from '#core/documents'
import { defaultLayers, drawHarness, paperRoom, wiresOf } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'
import { fontFaces } from '~/composables/useFonts'
import { useBuild } from '~/stores/build'
import { useNotices } from '~/stores/notices'
import { useSession } from '~/stores/session'

const open = defineModel<boolean>({ required: true })
const build = useBuild()
const notices = useNotices()
const author = ref(savedAuthor())
/** The name given on coming in, which nothing here changes. */
const signed = computed(() => useSession().session?.author)

watch(author, setAuthor)
const {
  items: versions,
  more,
  start,
  next,
} = usePages<SavedVersion>(
  (below) => callApi('GET /api/builds/:id/versions', { id: build.id, query: { limit: 100, below } }),
  100,
)
/** A version that cannot be read. */
const unreadable = shallowRef<{ number: number; message: string }>()

async function goBack(number: number) {
  unreadable.value = undefined
  let plan: Plan
  try {
    plan = await callApi('GET /api/builds/:id/versions/:number', { id: build.id, number })
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    unreadable.value = { number, message: error.message }
    return
  }
  const { format: _format, schema: _schema, ...sections } = plan
  build.edit({ type: 'sections.restore', of: `restore version ${number}`, sections })
  open.value = false
}

/** Two versions side by side: what the later has otherwise, and it drawn with what is new or moved standing out. */
const chosen = ref<number[]>([])
const compared = shallowRef<{ from: number; to: number; differences: Difference[]; picture: string }>()

async function compare() {
  const [from, to] = [...chosen.value].sort((one, other) => one - other) as [number, number]
  unreadable.value = undefined
  try {
    const [before, after] = await Promise.all(
      [from, to].map((number) => callApi('GET /api/builds/:id/versions/:number', { id: build.id, number })),
    )
    const resolved = resolvePlan(after!)
    const differences = comparePlans(before!, after!)
    const only = new Set(differences.flatMap(({ id, kind }) => (id !== undefined && kind !== 'gone' ? [id] : [])))
    const drawing = drawHarness(resolved, wiresOf(resolved), defaultLayers, { room: paperRoom })
    const svg = harnessSvg(drawing, `${after!.name}, version ${to}`, { fontFaces: await fontFaces(), only })
    const picture = `data:image/svg+xml,${encodeURIComponent(svg)}`
    compared.value = { from, to, differences, picture }
  } catch (error) {
    unreadable.value = { number: from, message: (error as Error).message }
  }
}

watch(
  open,
  async (now) => {
    compared.value = undefined
    chosen.value = []
    if (!now) return
    await build.save()
    await start()
  },
  { immediate: true },
)
const kinds = { added: 'Added', moved: 'Moved', changed: 'Changed', gone: 'Gone' } as const

async function annotate(version: SavedVersion, note: string) {
  if (note === version.note) return
  try {
    await callApi('PUT /api/builds/:id/versions/:number/note', { id: build.id, number: version.number, body: { note } })
    version.note = note
  } catch (error) {
    notices.complain(`The note on version ${version.number} is not kept: ${(error as Error).message}`)
  }
}
</script>

<template>
  <v-dialog v-model="open" :width="compared ? 1100 : 820" aria-label="Versions of this build">
    <v-card
      title="Versions of this build"
      subtitle="Those with a note are kept for good, the newest 100 too; older ones one an hour, then one a day. Restoring one can be undone."
    >
      <v-card-text v-if="compared" class="list">
        <h3>Version {{ compared.to }} against version {{ compared.from }}</h3>
        <p v-if="!compared.differences.length">They are the same.</p>
        <div v-else class="both">
          <div>
            <template v-for="(word, kind) in kinds" :key="kind">
              <template v-if="compared.differences.some((difference) => difference.kind === kind)">
                <h4>{{ word }}</h4>
                <ul>
                  <li v-for="(difference, at) in compared.differences.filter((each) => each.kind === kind)" :key="at">
                    {{ difference.text }}
                  </li>
                </ul>
              </template>
            </template>
          </div>
          <figure>
            <img :src="compared.picture" alt="Harness of the later version; what is added, moved or changed stands out" />
            <figcaption class="quiet">What is added, moved or changed stands out.</figcaption>
          </figure>
        </div>
      </v-card-text>
      <v-card-text v-else class="list">
        <v-table class="plain">
          <thead>
            <tr>
              <th><span class="d-sr-only">Compare</span></th>
              <th>No.</th>
              <th>Saved</th>
              <th>By</th>
              <th>What was done</th>
              <th>Note</th>
              <th><span class="d-sr-only">Action</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="version in versions" :key="version.number">
              <td>
                <input
                  v-model="chosen"
                  type="checkbox"
                  :value="version.number"
                  :disabled="chosen.length > 1 && !chosen.includes(version.number)"
                  :aria-label="`Compare version ${version.number}`"
                />
              </td>
              <td class="mono">{{ version.number }}</td>
              <td class="saved">{{ dayAndTime(version.savedAt) }}</td>
              <td>{{ version.author }}</td>
              <td class="w-50">{{ version.steps.join('; ') }}</td>
              <td>
                <input
                  class="line-field note"
                  :value="version.note"
                  :aria-label="`Note on version ${version.number}`"
                  placeholder="note"
                  maxlength="2000"
                  @change="(event: Event) => annotate(version, (event.target as HTMLInputElement).value)"
                />
              </td>
              <td>
                <v-btn v-if="version.number !== build.version" color="primary" @click="goBack(version.number)">Restore</v-btn
                ><span v-else class="quiet">now</span>
              </td>
            </tr>
          </tbody>
        </v-table>
        <v-btn v-if="more" @click="next">Older ones</v-btn>
        <v-alert v-if="unreadable" type="warning" variant="outlined" density="compact" class="mt-2">
          {{ unreadable.message }}
          <a :href="`/api/builds/${encodeURIComponent(build.id)}/raw?version=${unreadable.number}`" download
            >Save it as it is stored</a
          >
        </v-alert>
      </v-card-text>
      <v-card-actions>
        <span v-if="signed" class="quiet ml-3">You save as {{ signed }}</span>
        <v-text-field v-else v-model="author" label="Save as author" max-width="220" class="ml-3" />
        <v-spacer />
        <v-btn v-if="compared" variant="outlined" @click="compared = undefined">Back to the list</v-btn>
        <v-btn v-else variant="outlined" :disabled="chosen.length !== 2" title="Tick two versions" @click="compare"
          >Compare two</v-btn
        >
        <v-btn @click="open = false">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h3 {
  font-size: var(--text-body);
}
h4 {
  font-size: var(--text-small);
  margin-top: var(--space-4);
}
.both {
  display: grid;
  grid-template-columns: minmax(260px, 1fr) minmax(300px, 1.4fr);
  gap: var(--space-5);
}
.both ul {
  padding-left: var(--space-6);
  font-size: var(--text-small);
}
figure {
  margin: 0;
}
figure img {
  width: 100%;
  border: var(--edge);
}
.note {
  width: 100%;
  min-width: 140px;
}
.saved {
  white-space: nowrap;
}
.list {
  max-height: 460px;
  overflow: auto;
}
</style>
