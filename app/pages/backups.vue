<script setup lang="ts">
import type { Backup } from '#contract'
import { sizeText } from '#core/units'
import { mdiContentSaveAllOutline, mdiDownload } from '@mdi/js'
import { dayAndTime } from '~/composables/dates'
import { callApi } from '~/composables/useApi'
import { useNotices } from '~/stores/notices'

useHead({ title: 'Backups · Ypodoma' })
const notices = useNotices()
const backups = shallowRef<Backup[]>()
const failure = ref('')
const busy = ref(false)
const restoring = shallowRef<Backup>()

async function load() {
  try {
    backups.value = await callApi('GET /api/backups')
    failure.value = ''
  } catch (error) {
    failure.value = (error as Error).message
  }
}
onMounted(load)

async function during(run: () => Promise<string>) {
  busy.value = true
  try {
    notices.tell(await run())
  } catch (error) {
    notices.complain((error as Error).message)
  }
  busy.value = false
  await load()
}

const backUp = () =>
  during(async () => {
    const { name } = await callApi('POST /api/backups', { body: {} })
    return `${name} is written and looked through.`
  })

const restore = (backup: Backup) =>
  during(async () => {
    restoring.value = undefined
    await callApi('POST /api/backups/:name/restore', { name: backup.name, body: {} })
    return `The data are as they were on ${dayAndTime(backup.at)}. What was there is kept beside.`
  })

/** How each came to be, by how its name begins. */
const kinds = { auto: 'by itself', hand: 'by hand', before: 'before a restore', found: 'found in the place of the data' }
const kindOf = ({ name }: Backup) => kinds[name.split('-')[0] as keyof typeof kinds] ?? ''
</script>

<template>
  <div class="page">
    <SiteBar />
    <main>
      <div class="page-head">
        <h1>Backups</h1>
        <span class="quiet"
          >Each holds everything: builds, versions, catalogue. By itself one an hour while work is saved; the newest 10 stay, and
          one a day for 30 days.</span
        >
        <v-spacer />
        <v-btn variant="flat" color="primary" :prepend-icon="mdiContentSaveAllOutline" :loading="busy" @click="backUp"
          >Back up now</v-btn
        >
      </div>
      <p v-if="failure" role="alert" class="pa-4 text-error">{{ failure }}</p>
      <p v-else-if="!backups" class="pa-4 quiet">Looking for backups.</p>
      <p v-else-if="!backups.length" class="pa-4">None yet.</p>
      <v-table v-else class="plain" hover>
        <thead>
          <tr>
            <th>Made</th>
            <th>How</th>
            <th class="text-right wide">Size</th>
            <th class="wide">File</th>
            <th><span class="d-sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="backup in backups" :key="backup.name">
            <td>{{ dayAndTime(backup.at) }}</td>
            <td>{{ kindOf(backup) }}</td>
            <td class="text-right mono wide">{{ sizeText(backup.bytes) }}</td>
            <td class="mono wide">{{ backup.name }}</td>
            <td class="actions">
              <v-btn
                :icon="mdiDownload"
                :href="`/api/backups/${backup.name}`"
                :download="backup.name"
                :aria-label="`Save the backup of ${dayAndTime(backup.at)} as a file`"
                title="Save as a file"
              />
              <v-btn :disabled="busy" @click="restoring = backup">Restore</v-btn>
            </td>
          </tr>
        </tbody>
      </v-table>
    </main>
    <v-dialog
      :model-value="Boolean(restoring)"
      width="480"
      aria-label="Restore a backup"
      @update:model-value="restoring = undefined"
    >
      <v-card v-if="restoring" :title="`Go back to ${dayAndTime(restoring.at)}?`">
        <v-card-text>
          Everything saved since then leaves the lists. The backup is looked through first; what is there now is kept beside the
          backups, and can be restored in turn.
        </v-card-text>
        <v-card-actions>
          <v-btn @click="restoring = undefined">Cancel</v-btn>
          <v-btn color="error" variant="flat" @click="restore(restoring)">Restore</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.actions {
  white-space: nowrap;
  text-align: right;
}
/* On a phone there is room for when, how, and what can be done. */
@media (width < 640px) {
  .wide {
    display: none;
  }
}
</style>
