<script setup lang="ts">
/** The way back to the build that a board or part is made for, with it chosen there. */
import { mdiArrowRight } from '@mdi/js'
import { callApi } from '~/composables/useApi'
import { useNotices } from '~/stores/notices'

const { kind, id, save } = defineProps<{
  kind: 'board' | 'device'
  id: string
  /** Saves it. @returns whether it is saved now */
  save: () => Promise<boolean>
}>()
const route = useRoute()
const notices = useNotices()
const named = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : '')
/** The name of a build that is to be made, or the id of one that wants the part. */
const build = computed(() => (kind === 'board' ? named('for') : named('into')))

async function goBack() {
  if (!(await save())) return
  if (kind === 'device') return navigateTo({ path: `/builds/${build.value}/fit-out`, query: { add: id } })
  try {
    const made = await callApi('POST /api/builds', { body: { name: build.value, board: id } })
    await navigateTo(`/builds/${made.id}/fit-out`)
  } catch (error) {
    notices.complain((error as Error).message)
  }
}
</script>

<template>
  <v-btn v-if="build" variant="outlined" :append-icon="mdiArrowRight" @click="goBack">{{
    kind === 'board' ? `Make the build “${build}” with it` : 'Save, and add it to the build'
  }}</v-btn>
</template>
