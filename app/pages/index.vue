<script setup lang="ts">
import { mdiDownload, mdiFileUploadOutline, mdiPlus, mdiTrayArrowDown } from '@mdi/js'
import type { Finding } from '#core/checks'
import { ApiError, callApi, type BuildSummary, type Problem } from '~/composables/useApi'
import { countBySeverity } from '~/composables/useSeverity'
import { Analyst } from '~/engine/analyst'
import { EngineClient } from '~/engine/client'
import { engineThread } from '~/engine/thread'
import { download } from '~/composables/download'
import { useNotices } from '~/stores/notices'

const builds = shallowRef<BuildSummary[]>()
const findings = reactive<Record<string, Finding[]>>({})
const creating = ref(false)
const refused = shallowRef<{ file: string; problems: Problem[] }>()
const file = useTemplateRef<HTMLInputElement>('file')
const notices = useNotices()
const failure = ref('')
const analyst = new Analyst(new EngineClient(engineThread))
onScopeDispose(() => analyst.end())

useHead({ title: 'Builds · Ypodoma' })

async function load() {
  try {
    builds.value = await callApi<BuildSummary[]>('GET', '/api/builds')
  } catch (error) {
    failure.value = (error as Error).message
    return
  }
  for (const build of builds.value.filter(({ allocated, removed }) => allocated && !removed)) {
    const answer = await analyst.preview(build.plan)
    if (!answer) return
    findings[build.id] = answer.analysis.findings
  }
}
onMounted(load)

async function openFile(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (!chosen) return
  refused.value = undefined
  try {
    const limit = 8
    if (chosen.size > limit * 1048576)
      throw new ApiError(
        413,
        `the file has ${(chosen.size / 1048576).toFixed(1)} MB; plans of up to ${limit} MB are read`,
        [],
        undefined,
      )
    const { id } = await callApi<{ id: string }>('POST', '/api/builds', { file: await chosen.text() })
    await navigateTo(`/builds/${id}/fit-out`)
  } catch (error) {
    const { message, problems = [] } = error as ApiError
    refused.value = { file: chosen.name, problems: problems.length ? problems : [{ place: '', message }] }
  }
}

async function setRemoved(build: BuildSummary, removed: boolean) {
  await callApi('PUT', `/api/builds/${build.id}/removed`, { removed })
  await load()
  if (removed) notices.tell(`${build.name} is put away.`, { label: 'Take it back', run: () => void setRemoved(build, false) })
}

function savePlan(build: BuildSummary) {
  download(`${build.name}.plan.json`, 'application/json', JSON.stringify(build.plan, null, 2))
}

const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <div class="page">
    <SiteBar />
    <main>
      <div class="page-head">
        <h1>Builds</h1>
        <span class="quiet">A build is one craft: its board, its parts, and where everything goes.</span>
        <v-spacer />
        <v-btn variant="outlined" :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Open a plan file</v-btn>
        <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="creating = true">New build</v-btn>
        <input ref="file" type="file" accept=".json,application/json" hidden aria-label="Plan file" @change="openFile" />
      </div>
      <RefusedFile v-if="refused" v-bind="refused" what="opened" @close="refused = undefined" />
      <p v-if="failure" role="alert" class="pa-4 text-error">{{ failure }}</p>
      <p v-else-if="!builds" class="pa-4 quiet">Fetching the builds.</p>
      <p v-else-if="!builds.length" class="pa-4">
        No builds yet. <v-btn color="primary" @click="creating = true">Make the first one</v-btn>
      </p>
      <v-table v-else class="plain" hover>
        <thead>
          <tr>
            <th>Build</th>
            <th>Board</th>
            <th class="text-right">Devices</th>
            <th>Findings</th>
            <th>Saved</th>
            <th class="text-right">Version</th>
            <th><span class="d-sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="build in builds" :key="build.id" :class="{ away: build.removed }">
            <td class="name">
              <NuxtLink :to="`/builds/${build.id}/fit-out`"
                ><b>{{ build.name }}</b></NuxtLink
              >
              <div class="quiet note">{{ build.note }}</div>
            </td>
            <td>{{ build.board }}</td>
            <td class="text-right mono">{{ build.devices }}</td>
            <td>
              <span v-if="!build.allocated" class="quiet">not allocated yet</span>
              <span v-else-if="findings[build.id]" class="marks"
                ><SeverityMark
                  v-for="{ severity, count } in countBySeverity(findings[build.id]!)"
                  :key="severity"
                  :severity
                  :count
                /><span v-if="!findings[build.id]!.length" class="quiet">none</span></span
              >
            </td>
            <td>{{ when.format(new Date(build.updatedAt)) }}</td>
            <td class="text-right mono">{{ build.version }}</td>
            <td class="actions">
              <v-btn
                :icon="mdiDownload"
                :aria-label="`Save the plan of ${build.name} as a file`"
                title="Save as a plan file"
                @click="savePlan(build)"
              />
              <v-btn v-if="build.removed" @click="setRemoved(build, false)">Take back</v-btn>
              <v-btn
                v-else
                :icon="mdiTrayArrowDown"
                :aria-label="`Put ${build.name} away`"
                title="Put away"
                @click="setRemoved(build, true)"
              />
            </td>
          </tr>
        </tbody>
      </v-table>
    </main>
    <NewBuildDialog v-model="creating" />
  </div>
</template>

<style scoped>
.name {
  padding-block: var(--space-4) !important;
  min-width: 260px;
}
.name a {
  color: rgb(var(--v-theme-primary));
}
.note {
  font-size: var(--text-small);
  max-width: 46ch;
}
.marks,
.actions {
  white-space: nowrap;
  display: table-cell;
}
.marks > * + * {
  margin-left: var(--space-4);
}
.away {
  opacity: 0.6;
}
</style>
