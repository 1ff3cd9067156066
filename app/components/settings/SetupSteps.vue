<script setup lang="ts">
/** What is to be set where, in rounds, to be ticked off. */
import { mdiDownload } from '@mdi/js'
import { placeOfStep, setupData, setupMarkdown, setupTable, tableCsv } from '#core/documents'
import { boardId } from '#core/plan'
import { isDone, isOutdated, setupRounds, type SetupStep } from '#core/settings'
import { download } from '~/composables/download'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const selection = useSelection()
const rounds = computed(() => setupRounds(resolved.value))
const done = (step: SetupStep) => isDone(plan.value, step)
const count = computed(() => {
  const all = rounds.value.flat()
  return { done: all.filter(done).length, all: all.length }
})
const save = (end: string, type: string, text: string) => download(`${plan.value.name} settings.${end}`, type, text)
/** The open forms of the list. */
const forms = {
  'Markdown, to tick off': () => save('md', 'text/markdown', setupMarkdown(resolved.value)),
  CSV: () => save('csv', 'text/csv', tableCsv(setupTable(resolved.value))),
  JSON: () => save('json', 'application/json', JSON.stringify(setupData(resolved.value), null, 2)),
  YAML: async () => save('yaml', 'application/yaml', (await import('yaml')).stringify(setupData(resolved.value))),
}
const tick = ({ id, value }: SetupStep, event: Event) =>
  build.edit({ type: 'step.tick', step: id, value: (event.target as HTMLInputElement).checked ? value : null })
</script>

<template>
  <section class="steps" aria-label="What to set" data-testid="steps">
    <div class="bar">
      <p role="status">
        <b>{{ count.done }} of {{ count.all }}</b> are set, in {{ rounds.length }} round{{ rounds.length === 1 ? '' : 's' }}: as
        few restarts as their order allows.
      </p>
      <v-spacer />
      <v-menu>
        <template #activator="{ props }">
          <v-btn v-bind="props" class="no-print" variant="outlined" :prepend-icon="mdiDownload">Save as</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item v-for="(write, form) in forms" :key="form" :title="form" @click="write" />
        </v-list>
      </v-menu>
    </div>
    <article v-for="(round, at) in rounds" :key="at">
      <h2>Round {{ at + 1 }}</h2>
      <label
        v-for="step in round"
        :key="step.id"
        :class="{ done: done(step), lit: step.about.some((about) => selection.lit.has(about)) }"
      >
        <input type="checkbox" :checked="done(step)" @change="tick(step, $event)" />
        <span class="where">{{ placeOfStep(resolved, step) }}</span>
        <span class="what"
          >{{ step.what }}: <b>{{ step.value }}</b><span class="quiet"
            >, {{ step.why }}{{ step.where === boardId ? '' : `; ${step.way}` }}</span
          ><em v-if="isOutdated(plan, step)"> It was set to {{ plan.set[step.id] }}.</em></span
        >
      </label>
      <p class="after">
        {{ at < rounds.length - 1 ? 'Save, restart the board, and go on.' : 'Save, restart the board, and read it all back.' }}
      </p>
    </article>
  </section>
</template>

<style scoped>
.steps {
  padding: var(--space-4) var(--space-6);
  max-width: 900px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: center;
}
.bar p {
  margin: 0;
}
article {
  border-left: 3px solid rgb(var(--v-theme-line));
  padding: var(--space-2) 0 var(--space-2) var(--space-5);
  margin-top: var(--space-4);
}
h2 {
  font-size: var(--text-head);
}
label {
  display: flex;
  gap: var(--space-2) var(--space-4);
  align-items: center;
  min-height: 34px;
  border-bottom: var(--edge);
  cursor: pointer;
  break-inside: avoid;
}
label.lit {
  background: color-mix(in srgb, rgb(var(--v-theme-secondary)) 10%, transparent);
}
label.done :is(.where, b) {
  text-decoration: line-through;
}
input {
  width: 20px;
  height: 20px;
  flex: none;
}
.where {
  flex: 0 0 130px;
  font-weight: 700;
  font-size: var(--text-small);
}
@media (max-width: 640px) {
  label {
    flex-wrap: wrap;
    padding: var(--space-2) 0;
  }
  .what {
    flex: 0 0 100%;
  }
}
.after {
  margin: var(--space-3) 0 0;
  font-size: var(--text-small);
}
</style>
