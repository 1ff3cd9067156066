<script setup lang="ts">
/** Chooses the build that what is listed has to fit, and says how far that was tried. */
import { mdiStop } from '@mdi/js'
import { useBuildNames } from '~/composables/useFitsBuild'

const build = defineModel<string>({ required: true })
const { tried, of, running } = defineProps<{ tried: number; of: number; running: boolean }>()
const emit = defineEmits<{ stop: [] }>()
const { builds, fetch } = useBuildNames()
const failed = ref('')
const load = () => fetch().catch((error: Error) => (failed.value = error.message))
watch(build, (id) => id && void load(), { immediate: true })
const items = computed(() => [
  { value: '', title: 'any build' },
  ...(builds.value ?? [])
    .filter(({ removed, unreadable }) => !removed && !unreadable)
    .map(({ id, name }) => ({ value: id, title: name })),
])
</script>

<template>
  <v-select
    v-model="build"
    :items
    label="Fits"
    class="fits"
    :error-messages="failed"
    no-data-text="There are no builds."
    @update:menu="(on: boolean) => on && load()"
  />
  <span v-if="build" role="status" class="quiet">{{ tried }} of {{ of }} tried</span>
  <v-btn v-if="build && running" :prepend-icon="mdiStop" @click="emit('stop')">Stop</v-btn>
</template>

<style scoped>
.fits {
  max-width: 190px;
}
</style>
