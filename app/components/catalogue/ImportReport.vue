<script setup lang="ts">
/** What became of each of several files. */
import type { ImportReport } from '~/composables/useDefinitionImport'

const { report } = defineProps<{ report: ImportReport }>()
const emit = defineEmits<{ close: [] }>()
const refused = computed(() => report.files.filter(({ problems }) => problems.length))
const read = computed(() => report.files.filter(({ problems }) => !problems.length))
const count = (number: number, one: string) => `${number} ${one}${number === 1 ? '' : 's'}`
</script>

<template>
  <v-alert
    :type="refused.length ? 'warning' : 'info'"
    variant="outlined"
    density="compact"
    closable
    class="ma-4"
    data-testid="import-report"
    @click:close="emit('close')"
  >
    <b
      >{{ count(report.taken.length, 'definition') }} imported from {{ count(read.length, 'file') }}; {{ report.left }} left as
      they are, {{ count(refused.length, 'file') }} refused, {{ count(report.passed, 'other file') }} passed over.</b
    >
    <ul class="pl-4">
      <li v-for="file in refused" :key="file.file">
        <b class="mono">{{ file.file }}</b>:
        <template v-for="(problem, at) in file.problems.slice(0, 3)" :key="at">
          <span v-if="problem.place" class="mono">{{ problem.place }} </span>{{ problem.message }}{{ at < 2 ? ' ' : '' }}
        </template>
        <template v-if="file.problems.length > 3">and {{ file.problems.length - 3 }} more</template>
      </li>
      <li v-for="file in read" :key="file.file" class="quiet">
        <span class="mono">{{ file.file }}</span>: {{ file.read.join(', ') }}
      </li>
    </ul>
  </v-alert>
</template>

<style scoped>
ul {
  max-height: 220px;
  overflow: auto;
  font-size: var(--text-small);
}
</style>
