<script setup lang="ts">
/** Why here and not there: each need at each of some places, with what it would mean and what is in the way. */
import type { FitCell } from '#core/engine'
import { degreeOf } from '#core/allocation'
import type { Place } from '#core/plan'
import { missBy, missesInShort } from '#core/suitability'
import { useConsequences } from '~/composables/useConsequences'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const {
  need = undefined,
  place = undefined,
  title,
} = defineProps<{
  /** Of one need all its places, or of one place all needs. */
  need?: string
  place?: Place
  title: string
}>()
const build = useBuild()
const plan = usePlan()
const names = useNames()
const { words, answer, look } = useConsequences()

interface Choice {
  need: string
  cell: FitCell
}
const choices = computed((): Choice[] => {
  const rows = build.analysis?.grid ?? []
  const all = rows
    .filter((row) => row.kind !== 'supply' && (need === undefined || row.key === need))
    .flatMap((row) => row.cells.map((cell) => ({ need: row.key, cell })))
  const order = { fits: 0, cost: 1, cannot: 2 }
  return all
    .filter(({ cell }) => place === undefined || cell.place === place)
    .sort(
      (one, other) =>
        order[one.cell.verdict] - order[other.cell.verdict] ||
        (one.cell.verdict === 'cannot' ? missBy(one.cell.reasons) - missBy(other.cell.reasons) : 0),
    )
})
/** Of those that cannot be, as many as are nearest are looked at one by one; the others are told by their kinds. */
const near = 3
const unfolded = ref(false)
const able = computed(() => choices.value.filter(({ cell }) => cell.verdict !== 'cannot').length)
const listed = computed(() => (unfolded.value ? choices.value : choices.value.slice(0, able.value + near)))
const folded = computed(() => choices.value.slice(able.value + near))
const marks = { fits: '·', cost: '−', cannot: '×' }
const verdicts = { fits: 'fits', cost: 'fits at a cost', cannot: 'cannot' }
const nameOf = ({ need: key, cell }: Choice) => (need === undefined ? names.needOfDevice(key) : names.place(cell.place))
const isHere = ({ need: key, cell }: Choice) => plan.value.assignment[key]?.place === cell.place

const open = ref(false)
const asked = ref<string>()
const keyOf = ({ need: key, cell }: Choice) => `${key} ${cell.place}`
const chosen = computed(() => choices.value.find((choice) => keyOf(choice) === asked.value))
watch([asked, chosen], () => look(chosen.value?.need, chosen.value?.cell.place))

function lock({ need: key, cell }: Choice) {
  build.edit({ type: 'need.lock', need: key, place: cell.place })
}
</script>

<template>
  <div v-if="choices.length" class="choices">
    <button class="head" :aria-expanded="open" @click="open = !open">{{ open ? '▾' : '▸' }} {{ title }}</button>
    <ul v-if="open">
      <li v-for="choice in listed" :key="keyOf(choice)">
        <button
          class="choice"
          :class="choice.cell.verdict"
          :aria-expanded="asked === keyOf(choice)"
          :aria-label="`${nameOf(choice)}: ${isHere(choice) ? 'current' : verdicts[choice.cell.verdict]}`"
          @click="asked = asked === keyOf(choice) ? undefined : keyOf(choice)"
        >
          <span class="mono mark" aria-hidden="true">{{ marks[choice.cell.verdict] }}</span> {{ nameOf(choice) }}
          <span class="quiet">{{ isHere(choice) ? 'current' : '' }}</span>
        </button>
        <div v-if="asked === keyOf(choice)" class="why" role="status">
          <p v-for="reason in choice.cell.reasons" :key="reason.text">
            <span class="mono">{{ reason.rule }}</span> {{ reason.text
            }}{{ reason.risk ? ` (${degreeOf(reason.risk).word} drawback)` : '' }}
          </p>
          <p v-if="choice.cell.verdict !== 'cannot' && !isHere(choice)">{{ words }}.</p>
          <p v-if="isHere(choice) && !choice.cell.reasons.length">Nothing speaks against it.</p>
          <v-btn
            v-if="!isHere(choice) && choice.cell.verdict !== 'cannot' && answer?.possible"
            size="x-small"
            variant="outlined"
            @click="lock(choice)"
            >Lock there</v-btn
          >
        </div>
      </li>
      <li v-if="folded.length">
        <button class="choice" :aria-expanded="unfolded" @click="unfolded = !unfolded">
          {{ unfolded ? '▾' : '▸' }} {{ folded.length }} more cannot:
          {{ missesInShort(folded.map(({ cell }) => cell.reasons)) }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.choices {
  margin-top: var(--space-4);
  font-size: var(--text-small);
}
.head {
  min-height: 24px;
  font-weight: 700;
}
ul {
  list-style: none;
  padding: 0;
}
.choice {
  min-height: 24px;
  width: 100%;
  text-align: left;
}
.mark {
  display: inline-block;
  width: 18px;
  text-align: center;
}
.cannot {
  opacity: 0.75;
}
.why {
  padding: 0 0 var(--space-3) var(--space-7);
}
.why p {
  margin: var(--space-1) 0;
}
</style>
