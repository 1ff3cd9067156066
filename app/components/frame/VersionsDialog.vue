<script setup lang="ts">
import { dayAndTime } from '~/composables/dates'
import { author as savedAuthor, setAuthor } from '~/composables/author'
import { callApi, ApiError } from '~/composables/useApi'
import { usePages } from '~/composables/usePages'
import type { SavedVersion } from '~/session/build-server'
import type { Plan } from '#core/plan'
import { useBuild } from '~/stores/build'

const open = defineModel<boolean>({ required: true })
const build = useBuild()
const author = ref(savedAuthor())

const path = computed(() => `/api/builds/${encodeURIComponent(build.id)}/versions`)

watch(open, async (now) => {
  if (!now) return
  await build.save()
  await start()
})

watch(author, setAuthor)
const {
  items: versions,
  more,
  start,
  next,
} = usePages<SavedVersion>((below) => callApi('GET', `${path.value}?limit=100${below ? `&below=${below}` : ''}`), 100)
/** A version that cannot be read. */
const unreadable = shallowRef<{ number: number; message: string }>()

async function goBack(number: number) {
  unreadable.value = undefined
  let plan: Plan
  try {
    plan = await callApi<Plan>('GET', `${path.value}/${number}`)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    unreadable.value = { number, message: error.message }
    return
  }
  const { format: _format, schema: _schema, ...sections } = plan
  build.edit({ type: 'sections.restore', of: `restore version ${number}`, sections })
  open.value = false
}

async function annotate(version: SavedVersion, note: string) {
  if (note !== version.note) await callApi('PUT', `${path.value}/${version.number}/note`, { note })
}
</script>

<template>
  <v-dialog v-model="open" width="760">
    <v-card
      title="Versions of this build"
      subtitle="Those with a note are kept for good, the newest 100 too; older ones one an hour, then one a day. Restoring one can be undone."
    >
      <v-card-text class="list">
        <v-table class="plain">
          <thead>
            <tr>
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
              <td class="mono">{{ version.number }}</td>
              <td>{{ dayAndTime(version.savedAt) }}</td>
              <td>{{ version.author }}</td>
              <td>{{ version.steps.join('; ') }}</td>
              <td>
                <v-text-field
                  :model-value="version.note"
                  :aria-label="`Note on version ${version.number}`"
                  variant="plain"
                  placeholder="note"
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
        <v-text-field v-model="author" label="Save as author" max-width="220" class="ml-3" />
        <v-spacer /><v-btn @click="open = false">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.list {
  max-height: 460px;
  overflow: auto;
}
</style>
