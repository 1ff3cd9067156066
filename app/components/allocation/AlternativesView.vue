<script setup lang="ts">
import { degreeOf, drawbacksOf, type Alternative } from '#core/allocation'
import { splitKey } from '#core/plan'
import { unmetCounts } from '~/composables/unmetCounts'
import { useLatest } from '~/composables/useLatest'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { useAnalysis, usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const analysis = useAnalysis()
const plan = usePlan()
const names = useNames()
const questions = useQuestions()
const found = shallowRef<Alternative[]>()
const { running, begin } = useLatest(() => questions.stop())

const look = () =>
  begin(async (counts) => {
    found.value = undefined
    const answer = build.analysis && (await questions.alternatives(plan.value, 3))
    if (counts()) found.value = answer
  })
watch(() => build.analysis, look, { immediate: true })

const name = (key: string) => names.device(splitKey(key)[0])
const best = computed(() => analysis.value.proposal)
const costs = computed(() => drawbacksOf(best.value))

function take({ ruledOut }: Alternative, at: number) {
  build.edit({
    type: 'several',
    label: `Take alternative ${at + 1}`,
    edits: [{ type: 'need.ban', need: ruledOut.key, place: ruledOut.place }],
  })
}
</script>

<template>
  <section class="alternatives" tabindex="0" aria-label="Alternatives" data-testid="alternatives">
    <article>
      <h2>Best</h2>
      <dl>
        <dt>Unplaced</dt>
        <dd>{{ unmetCounts(best.score) }}</dd>
      </dl>
      <h3>What it costs</h3>
      <ul>
        <li v-for="{ key, reason } in costs" :key="key + reason.text">
          {{ name(key) }}: {{ reason.text }} <span class="mono quiet">{{ reason.rule }}, {{ degreeOf(reason.risk).word }}</span>
        </li>
        <li v-if="!costs.length">Nothing.</li>
      </ul>
    </article>
    <p v-if="running" class="quiet pa-4" role="status">Working out the next best.</p>
    <p v-else-if="!found" class="pa-4">
      What comes next could not be worked out. <v-btn size="x-small" variant="outlined" @click="look">Try again</v-btn>
    </p>
    <p v-else-if="!found.length" class="pa-4">No other allocation differs in what it costs or how links share.</p>
    <article v-for="(alternative, at) in found" :key="alternative.ruledOut.key + alternative.ruledOut.place">
      <h2>
        Alternative {{ at + 1 }}
        <v-btn size="x-small" variant="outlined" color="primary" @click="take(alternative, at)">Take this one</v-btn>
      </h2>
      <dl>
        <dt>Unplaced</dt>
        <dd>{{ unmetCounts(alternative.score) }}</dd>
      </dl>
      <h3>Keeps off</h3>
      <p>{{ names.needOfDevice(alternative.ruledOut.key) }}, {{ names.place(alternative.ruledOut.place) }}</p>
      <h3>Moves</h3>
      <ul>
        <li v-for="move in alternative.moves" :key="move.key">
          {{ name(move.key) }}: {{ names.place(move.from) }} → {{ names.place(move.to) }}
        </li>
      </ul>
      <template v-if="alternative.loses.length">
        <h3>Gives up</h3>
        <ul>
          <li v-for="key in alternative.loses" :key="key">{{ names.needOfDevice(key) }}</li>
        </ul>
      </template>
      <template v-if="alternative.gives.length">
        <h3>Costs more</h3>
        <ul>
          <li v-for="{ key, reason } in alternative.gives" :key="key + reason.text">
            {{ name(key) }}: {{ reason.text }} <span class="quiet">{{ degreeOf(reason.risk).word }}</span>
          </li>
        </ul>
      </template>
      <template v-if="alternative.saves.length">
        <h3>Saves</h3>
        <ul>
          <li v-for="{ key, reason } in alternative.saves" :key="key + reason.text">
            {{ name(key) }}: {{ reason.text }} <span class="quiet">{{ degreeOf(reason.risk).word }}</span>
          </li>
        </ul>
      </template>
    </article>
  </section>
</template>

<style scoped>
.alternatives {
  display: grid;
  grid-template-columns: repeat(4, minmax(190px, 1fr));
  overflow: auto;
  font-size: var(--text-small);
}
article {
  padding: var(--space-4) var(--space-5);
  border-right: var(--edge);
}
h2 {
  display: flex;
  justify-content: space-between;
  font-size: var(--text-head);
}
h3 {
  font-size: var(--text-small);
  margin-top: var(--space-4);
}
ul {
  padding-left: var(--space-6);
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 var(--space-4);
  margin-top: var(--space-2);
}
dd {
  margin: 0;
}
</style>
