<script setup lang="ts">
import type { BuildSummary } from '#contract'
import { callApi } from '~/composables/useApi'
import { useNotices } from '~/stores/notices'

/** The build whose tags are being written. */
const build = defineModel<BuildSummary | undefined>({ required: true })
const emit = defineEmits<{ saved: [] }>()
const notices = useNotices()
const tags = ref<string[]>([])
watch(build, (of) => of && (tags.value = [...of.tags]), { immediate: true })

const wanted = computed(() => [...new Set(tags.value.map((tag) => tag.trim()).filter(Boolean))])
const wrong = computed(() =>
  wanted.value.length > 12 || wanted.value.some((tag) => tag.length > 40) ? 'up to 12 tags of 40 signs' : '',
)

async function save() {
  try {
    await callApi('PUT /api/builds/:id/tags', { id: build.value!.id, body: { tags: wanted.value } })
    build.value = undefined
    emit('saved')
  } catch (error) {
    notices.complain((error as Error).message)
  }
}
</script>

<template>
  <v-dialog :model-value="Boolean(build)" width="460" aria-label="Tags" @update:model-value="build = undefined">
    <v-card v-if="build" :title="`Tags of ${build.name}`">
      <v-card-text>
        <v-combobox
          v-model="tags"
          label="Tags, each ended by Enter"
          multiple
          chips
          closable-chips
          autofocus
          density="compact"
          variant="outlined"
          :error-messages="wrong"
        />
      </v-card-text>
      <v-card-actions>
        <v-btn @click="build = undefined">Cancel</v-btn>
        <v-btn color="primary" variant="flat" :disabled="Boolean(wrong)" @click="save">Save</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
