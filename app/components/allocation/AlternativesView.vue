<script setup lang="ts">
import type { Alternative, Score } from '#core/allocation'
import { splitKey } from '#core/plan'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { useBuild } from '~/stores/build'

const build = useBuild()
const names = useNames()
const questions = useQuestions()
onScopeDispose(questions.stop)
const found = shallowRef<Alternative[]>()
let asked = 0

watch(
  () => build.analysis,
  async (analysis) => {
    const question = ++asked
    found.value = undefined
    questions.stop()
    if (!analysis) return
    const answer = await questions.alternatives(build.plan!, 3)
    if (question === asked) found.value = answer
  },
  { immediate: true },
)

const name = (key: string) => names.device(splitKey(key)[0])
const best = computed(() => build.analysis!.proposal)
const wishes = (score: Score) => score.unmetWishes.reduce((sum, count) => sum + count, 0)
const costs = computed(() =>
  Object.entries(best.value.reasons).flatMap(([key, reasons]) =>
    reasons.filter(({ risk }) => risk > 0).map((reason) => ({ key, reason })),
  ),
)

function take({ ruledOut }: Alternative, at: number) {
  build.edit({
    type: 'several',
    label: `Take alternative ${at + 1}`,
    edits: [{ type: 'need.ban', need: ruledOut.key, place: ruledOut.place }],
  })
}
</script>

<template>
  <section class="alternatives" aria-label="Alternatives" data-testid="alternatives">
    <article>
      <h2>Best</h2>
      <dl>
        <dt>Without a place</dt>
        <dd>{{ best.score.unmetMusts }} must, {{ wishes(best.score) }} wishes</dd>
        <dt>Risk</dt>
        <dd class="mono">{{ best.score.risk }}</dd>
      </dl>
      <h3>What it costs</h3>
      <ul>
        <li v-for="{ key, reason } in costs" :key="key + reason.text">
          {{ name(key) }}: {{ reason.text }} <span class="mono quiet">{{ reason.rule }}, risk {{ reason.risk }}</span>
        </li>
        <li v-if="!costs.length">Nothing.</li>
      </ul>
    </article>
    <p v-if="!found" class="quiet pa-4">Working out the next best.</p>
    <p v-else-if="!found.length" class="pa-4">No other allocation differs in what it costs or how links share.</p>
    <article v-for="(one, at) in found" :key="one.ruledOut.key + one.ruledOut.place">
      <h2>
        Alternative {{ at + 1 }}
        <v-btn size="x-small" variant="outlined" color="primary" @click="take(one, at)">Take this one</v-btn>
      </h2>
      <dl>
        <dt>Without a place</dt>
        <dd>{{ one.score.unmetMusts }} must, {{ wishes(one.score) }} wishes</dd>
        <dt>Risk</dt>
        <dd class="mono">
          {{ one.score.risk }} ({{ one.score.risk >= best.score.risk ? '+' : '−'
          }}{{ Math.abs(one.score.risk - best.score.risk) }})
        </dd>
      </dl>
      <h3>Keeps off</h3>
      <p>{{ names.needOfDevice(one.ruledOut.key) }}, {{ names.place(one.ruledOut.place) }}</p>
      <h3>Moves</h3>
      <ul>
        <li v-for="move in one.moves" :key="move.key">
          {{ name(move.key) }}: {{ names.place(move.from) }} → {{ names.place(move.to) }}
        </li>
      </ul>
      <template v-if="one.loses.length">
        <h3>Gives up</h3>
        <ul>
          <li v-for="key in one.loses" :key="key">{{ names.needOfDevice(key) }}</li>
        </ul>
      </template>
      <template v-if="one.gives.length">
        <h3>Costs more</h3>
        <ul>
          <li v-for="{ key, reason } in one.gives" :key="key + reason.text">
            {{ name(key) }}: {{ reason.text }} <span class="mono quiet">risk {{ reason.risk }}</span>
          </li>
        </ul>
      </template>
      <template v-if="one.saves.length">
        <h3>Saves</h3>
        <ul>
          <li v-for="{ key, reason } in one.saves" :key="key + reason.text">
            {{ name(key) }}: {{ reason.text }} <span class="mono quiet">risk {{ reason.risk }}</span>
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
  font-size: 12.5px;
}
article {
  padding: 10px 14px;
  border-right: var(--edge);
}
h2 {
  display: flex;
  justify-content: space-between;
  font-size: 14px;
}
h3 {
  font-size: 12.5px;
  margin-top: 8px;
}
ul {
  padding-left: 15px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 8px;
  margin-top: 4px;
}
dd {
  margin: 0;
}
</style>
