<script setup lang="ts">
import { mdiChevronRight } from '@mdi/js'
import { openFindings, type Finding } from '#core/checks'
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

const all = computed(() => build.analysis?.findings ?? [])
const shown = computed(() => {
  const { selected, lit } = selection
  if (!selected || !onlySelected.value) return all.value
  return all.value.filter(
    ({ subjects }) =>
      subjects.includes(selected) || subjects.some((subject) => lit.has(subject) && partsOf(subject).kind !== 'rail'),
  )
})
const groups = computed(() =>
  countBySeverity(shown.value).map(({ severity, count }) => ({
    severity,
    count,
    findings: openFindings(shown.value).filter((finding) => finding.severity === severity),
  })),
)
const accepted = computed(() => shown.value.filter((finding) => finding.accepted !== undefined))
const allocated = computed(() => Object.keys(build.plan?.assignment ?? {}).length > 0)

function pick(finding: Finding) {
  const subject = finding.subjects.find((about) => ['need', 'wire', 'device'].includes(partsOf(about).kind))
  if (subject) selection.selected = subject
}
</script>

<template>
  <aside class="panel no-print" :class="{ folded }" aria-label="Findings">
    <button class="head" :aria-expanded="!folded" @click="folded = !folded">
      <v-icon :icon="mdiChevronRight" size="16" :class="{ turned: !folded }" aria-hidden="true" />
      <b class="word">Findings</b>
      <SeverityMark v-for="count in countBySeverity(all)" :key="count.severity" :severity="count.severity" :count="count.count" />
    </button>
    <div v-if="!folded" class="body" data-testid="findings">
      <label v-if="selection.selected" class="filter"
        ><input v-model="onlySelected" type="checkbox" /> only about the selection ({{ shown.length }} of {{ all.length }})</label
      >
      <p v-if="!build.analysis" class="quiet pa-3">Working it out.</p>
      <p v-else-if="!shown.length" class="quiet pa-3">
        {{ all.length ? 'Nothing about the selection.' : allocated ? 'No findings: every rule holds.' : '' }}
      </p>
      <p v-if="build.analysis && !allocated" class="pa-3" role="status">
        Nothing is allocated yet: links, pads, supplies and wires could not be judged.
      </p>
      <section v-for="group in groups" :key="group.severity">
        <h2>
          <SeverityMark :severity="group.severity" /> {{ severityLook[group.severity].word }}
          <span class="quiet">{{ severityLook[group.severity].meaning }}</span>
        </h2>
        <FindingCard
          v-for="finding in group.findings"
          :key="finding.id"
          :finding
          :fixes="fixesOf(finding)"
          @pick="pick(finding)"
        />
      </section>
      <section v-if="accepted.length">
        <h2>
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
h2 {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  font-size: var(--text-small);
  padding: var(--space-4) var(--space-5) var(--space-1);
}
h2 span {
  font-weight: 400;
}
</style>
