<script setup lang="ts">
import type { BuildSummary } from '#contract'
import { callApi } from '~/composables/useApi'
import { useNotices } from '~/stores/notices'

/** The build that is about to be deleted for good. */
const build = defineModel<BuildSummary | undefined>({ required: true })
const emit = defineEmits<{ deleted: [] }>()
const notices = useNotices()

async function erase({ id, name }: BuildSummary) {
  build.value = undefined
  try {
    await callApi('DELETE /api/builds/:id', { id })
    notices.tell(`${name} is deleted.`)
  } catch (error) {
    notices.complain((error as Error).message)
  }
  emit('deleted')
}
</script>

<template>
  <v-dialog :model-value="Boolean(build)" width="460" aria-label="Delete for good" @update:model-value="build = undefined">
    <v-card v-if="build" :title="`Delete ${build.name} for good?`">
      <v-card-text
        >{{ build.version === 1 ? 'Its one version goes' : `All ${build.version} versions of it go` }}, and this cannot be undone.
        Backups made before still hold {{ build.version === 1 ? 'it' : 'them' }}.</v-card-text
      >
      <v-card-actions>
        <v-btn @click="build = undefined">Cancel</v-btn>
        <v-btn color="error" variant="flat" @click="erase(build)">Delete for good</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
