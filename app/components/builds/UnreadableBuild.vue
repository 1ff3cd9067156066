<script setup lang="ts">
import { dayAndTime } from '~/composables/dates'
import { author } from '~/composables/author'
import { callApi } from '~/composables/useApi'
import { usePages } from '~/composables/usePages'
import type { SavedVersion } from '#contract'

/** A build whose newest version cannot be read: what is stored can be saved, and an older version taken up. */
const { id, message } = defineProps<{ id: string; message: string }>()
const emit = defineEmits<{ mended: [] }>()
const path = computed(() => `/api/builds/${encodeURIComponent(id)}`)
const problem = ref('')
const { items, more, start, next } = usePages<SavedVersion>(
  (below) => callApi('GET /api/builds/:id/versions', { id, query: { limit: 50, below } }),
  50,
)
onMounted(start)

async function takeUp(number: number) {
  problem.value = ''
  try {
    await callApi('POST /api/builds/:id/versions/:number/take-up', { id, number, body: { author: author() } })
    emit('mended')
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <section class="pa-6" aria-label="Build that cannot be read">
    <p role="alert">{{ message }}</p>
    <p class="my-4">
      <a :href="`${path}/raw`" :download="`${id}.json`">Save it as it is stored</a>, or restore an older version: it becomes the
      newest, and nothing is deleted.
    </p>
    <p v-if="problem" role="alert" class="text-error">{{ problem }}</p>
    <v-table class="plain">
      <tbody>
        <tr v-for="version in items.slice(1)" :key="version.number">
          <td class="mono">{{ version.number }}</td>
          <td>{{ dayAndTime(version.savedAt) }}</td>
          <td>{{ version.author }}</td>
          <td>{{ version.steps.join('; ') }}</td>
          <td><v-btn color="primary" @click="takeUp(version.number)">Restore</v-btn></td>
        </tr>
      </tbody>
    </v-table>
    <p v-if="items.length === 1" class="quiet">There is no older one.</p>
    <v-btn v-if="more" @click="next">Older ones</v-btn>
  </section>
</template>
