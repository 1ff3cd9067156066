<script setup lang="ts">
import { mdiChevronRight } from '@mdi/js'
import { openFindings, stageOf, stages, type Finding, type Stage } from '#core/checks'
import { partsOf } from '#core/plan'
import { countBySeverity } from '~/composables/severityCounts'
import { severityLook } from '~/composables/severityLook'
import { useTriedFixes } from '~/composables/useTriedFixes'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const folded = defineModel<boolean>('folded', { required: true })
const build = useBuild()
const selection = useSelection()
const onlySelected = ref(true)
const fixesOf = useTriedFixes()
const route = useRoute()
/** The stage that is open, whose findings come first. */
const here = computed(() => (Object.keys(stages) as Stage[]).find((id) => route.path.endsWith(`/${id}`)))
/** What is worth knowing of other stages is folded until it is asked for, or a part is looked at. */
const unfolded = ref(false)
const notes = computed(() => unfolded.value || selection.selected !== undefined)
/** The stage whose findings alone are shown. */
const wanted = ref<Stage | ''>('')

const all = computed(() => build.analysis?.findings ?? [])
const shown = computed(() => {
  const { selected, lit } = selection
  const ofStage = wanted.value ? all.value.filter(({ rule }) => stageOf(rule) === wanted.value) : all.value
  if (!selected || !onlySelected.value) return ofStage
  return ofStage.filter(
    ({ subjects }) =>
      subjects.includes(selected) || subjects.some((subject) => lit.has(subject) && partsOf(subject).kind !== 'rail'),
  )
})
const groupsOf = (findings: Finding[]) =>
  countBySeverity(findings).map(({ severity }) => ({
    severity,
    findings: openFindings(findings).filter((finding) => finding.severity === severity),
  }))
/** Those of the open stage, then those of the others; in one where either has none. */
const blocks = computed(() => {
  const own = shown.value.filter(({ rule }) => stageOf(rule) === here.value)
  const others = shown.value.filter((finding) => !own.includes(finding))
  const split = openFindings(own).length > 0 && openFindings(others).length > 0
  if (!split) return [{ title: '', own: openFindings(own).length > 0, groups: groupsOf(shown.value) }]
  return [
    { title: `In ${stages[here.value!]}`, own: true, groups: groupsOf(own) },
    { title: 'In other stages', own: false, groups: groupsOf(others) },
  ]
})
const accepted = computed(() => shown.value.filter((finding) => finding.accepted !== undefined))
const allocated = computed(() => Object.keys(build.plan?.assignment ?? {}).length > 0)

const head = useTemplateRef<HTMLElement>('head')
const body = useTemplateRef<HTMLElement>('body')
defineExpose({ focus: () => (body.value?.querySelector<HTMLElement>('article button') ?? head.value)?.focus() })

function pick(finding: Finding) {
  const subject = finding.subjects.find((about) => ['need', 'wire', 'device'].includes(partsOf(about).kind))
  if (subject) selection.selected = subject
}
</script>

<template>
  <aside class="panel no-print" :class="{ folded }" aria-label="Findings">
    <button ref="head" class="head" :aria-expanded="!folded" @click="folded = !folded">
      <v-icon :icon="mdiChevronRight" size="16" :class="{ turned: !folded }" aria-hidden="true" />
      <b class="word">Findings</b>
      <SeverityMark v-for="count in countBySeverity(all)" :key="count.severity" :severity="count.severity" :count="count.count" />
    </button>
    <div v-if="!folded" ref="body" class="body" data-testid="findings">
      <label v-if="all.length" class="filter">
        Show
        <select v-model="wanted" aria-label="Findings of which stage">
          <option value="">all stages</option>
          <option v-for="(name, id) in stages" :key="id" :value="id">
            {{ name }} ({{ all.filter(({ rule }) => stageOf(rule) === id).length }})
          </option>
        </select>
      </label>
      <label v-if="selection.selected" class="filter"
        ><input v-model="onlySelected" type="checkbox" /> only about the selection ({{ shown.length }} of {{ all.length }})</label
      >
      <p v-if="!build.analysis" class="quiet pa-3">Working it out.</p>
      <p v-else-if="!shown.length" class="quiet pa-3">
        {{
          all.length
            ? wanted
              ? 'None here.'
              : 'Nothing about the selection.'
            : allocated
              ? 'No findings: every rule holds.'
              : ''
        }}
      </p>
      <p v-if="build.analysis && !allocated" class="pa-3" role="status">
        Nothing is allocated yet: links, pads, supplies and wires could not be judged.
      </p>
      <template v-for="block in blocks" :key="block.title">
        <h2 v-if="block.title" class="block">{{ block.title }}</h2>
        <section v-for="group in block.groups" :key="group.severity">
          <component :is="block.title ? 'h3' : 'h2'" class="severity">
            <SeverityMark :severity="group.severity" silent /> {{ severityLook[group.severity].word }}
            <span class="quiet">{{ severityLook[group.severity].meaning }}</span>
            <button
              v-if="group.severity === 'note' && !block.own && !selection.selected"
              class="underlined"
              :aria-expanded="unfolded"
              @click="unfolded = !unfolded"
            >
              {{ unfolded ? 'Fold' : `Show ${group.findings.length}` }}
            </button>
          </component>
          <FindingCard
            v-for="finding in group.severity === 'note' && !notes && !block.own ? [] : group.findings"
            :key="finding.id"
            :finding
            :fixes="fixesOf(finding)"
            @pick="pick(finding)"
          />
        </section>
      </template>
      <section v-if="accepted.length">
        <h2 class="severity">
          Accepted <span class="quiet">{{ accepted.length }}, left as they are</span>
        </h2>
        <FindingCard v-for="finding in accepted" :key="finding.id" :finding @pick="pick(finding)" />
      </section>
    </div>
  </aside>
</template>

<style scoped>
.panel {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1 1 60%;
}
.panel.folded {
  flex: 0 0 auto;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-3);
  padding: var(--space-4) var(--space-5);
  width: 100%;
  border-bottom: var(--edge);
  text-align: left;
}
.word {
  flex: 1;
}
.turned {
  transform: rotate(90deg);
}
.body {
  overflow: auto;
  min-height: 0;
}
.filter {
  display: flex;
  gap: var(--space-3);
  padding: var(--space-3) var(--space-5);
  font-size: var(--text-small);
}
.filter select {
  flex: 1;
  min-width: 0;
  border: var(--edge);
  border-radius: 4px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
  font: inherit;
}
.block {
  font-size: var(--text-small);
  padding: var(--space-4) var(--space-5) 0;
  border-top: var(--edge);
}
.severity {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  font-size: var(--text-small);
  padding: var(--space-4) var(--space-5) var(--space-1);
}
.severity .quiet {
  font-weight: 400;
}
</style>
