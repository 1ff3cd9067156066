<script setup lang="ts">
/** Definitions of a build that are otherwise in the catalogue now: what differs, what taking them would change, and a choice. */
import { applyEdit, placeLabel, takeNewer, type NewerDefinition, type Plan } from '#core/plan'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import type { Preview } from '~/session/build-session'
import { useBuild } from '~/stores/build'

const open = defineModel<boolean>({ required: true })
const { newer } = defineProps<{ newer: NewerDefinition[] }>()
const build = useBuild()
const plan = usePlan()
const names = useNames()
const kept = ref(new Set<string>())
const keyOf = ({ inPlan }: NewerDefinition) => `${inPlan.kind}:${inPlan.id}`
const taken = computed(() => newer.filter((each) => !kept.value.has(keyOf(each))))
/** What taking them leads to, with the plan as it would be. */
const preview = shallowRef<Preview & { after: Plan }>()
const trouble = ref('')

watch(
  () => open.value && { taken: taken.value, plan: plan.value },
  async (now) => {
    preview.value = undefined
    trouble.value = ''
    if (!now || !now.taken.length) return
    try {
      const edit = takeNewer(now.taken)
      const after = applyEdit(now.plan, edit)
      const seen = await build.preview(edit)
      if (taken.value === now.taken) preview.value = seen && { ...seen, after }
    } catch (error) {
      if (taken.value === now.taken) trouble.value = (error as Error).message
    }
  },
  { immediate: true },
)

function tick(each: NewerDefinition, on: boolean) {
  const next = new Set(kept.value)
  if (on) next.delete(keyOf(each))
  else next.add(keyOf(each))
  kept.value = next
}
function take() {
  const { length } = taken.value
  build.edit(
    takeNewer(taken.value),
    length === 1
      ? `${taken.value[0]!.inCatalogue.name} is as in the catalogue.`
      : `${length} definitions are as in the catalogue.`,
  )
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" width="760" aria-label="Newer definitions" scrollable>
    <v-card
      :title="newer.length === 1 ? `${newer[0]!.inPlan.name}: build and catalogue` : 'Definitions that differ from the catalogue'"
      subtitle="A build keeps the definitions it was made with until another is taken."
    >
      <v-card-text class="list" tabindex="0">
        <section aria-label="What it would change" role="status">
          <h3>Taking {{ newer.length === 1 ? 'it' : `these ${taken.length}` }} would</h3>
          <p v-if="!taken.length" class="quiet">change nothing: none is chosen.</p>
          <p v-else-if="trouble" class="text-error">not go: {{ trouble }}</p>
          <p v-else-if="!preview" class="quiet">… being worked out.</p>
          <ul v-else>
            <li v-for="finding in preview.brings" :key="finding.id">
              bring <SeverityMark :severity="finding.severity" /> <span class="mono">{{ finding.rule }}</span> {{ finding.fact }}
            </li>
            <li v-for="finding in preview.settles" :key="finding.id">
              settle <SeverityMark :severity="finding.severity" /> <span class="mono">{{ finding.rule }}</span> {{ finding.fact }}
            </li>
            <li v-for="{ need, to } in preview.moves" :key="need">
              move {{ names.needOfDevice(need) }} from {{ names.place(plan.assignment[need]?.place) }} to
              {{ to === undefined ? 'no place' : placeLabel(to, preview.after) }}
            </li>
            <li v-if="!preview.brings.length && !preview.settles.length && !preview.moves.length">
              move nothing, and neither bring nor settle a finding.
            </li>
          </ul>
        </section>
        <details v-for="each in newer" :key="keyOf(each)" :open="newer.length === 1">
          <summary>
            <input
              v-if="newer.length > 1"
              type="checkbox"
              :checked="!kept.has(keyOf(each))"
              :aria-label="`Take ${each.inCatalogue.name}`"
              @click.stop
              @change="tick(each, ($event.target as HTMLInputElement).checked)"
            />
            <b>{{ each.inCatalogue.name }}</b> <span class="quiet">{{ each.inCatalogue.kind }}</span>
          </summary>
          <DefinitionsCompared :before="each.inPlan" :after="each.inCatalogue" :heads="['In this build', 'In the catalogue']" />
        </details>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Keep the build’s</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!taken.length || Boolean(trouble)" @click="take"
          >Take the catalogue’s</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.list {
  max-height: 460px;
}
details {
  border-bottom: var(--edge);
  padding: var(--space-2) 0;
}
summary {
  cursor: pointer;
}
h3 {
  font-size: var(--text-small);
  margin-top: var(--space-4);
}
ul {
  list-style: none;
  padding: 0;
  font-size: var(--text-small);
}
</style>
