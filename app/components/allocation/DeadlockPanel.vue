<script setup lang="ts">
import type { SoundWay } from '#core/engine'
import { useLatest } from '~/composables/useLatest'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { usePlan } from '~/composables/usePlan'
import { useBoardMove } from '~/stores/board-move'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'
import type { Deadlock } from '~/engine/engine'

const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()
const names = useNames()
const move = useBoardMove()
const questions = useQuestions()
const deadlocks = shallowRef<Deadlock[]>()
const { running: looking, begin, stop } = useLatest(() => questions.stop())
const open = ref(true)
const unmet = computed(() => build.analysis?.proposal.unmet ?? [])
/** The catalogue did not come, so that no other board is among the ways out. */
const withoutBoards = ref(false)

function look() {
  if (!unmet.value.length || !open.value) return stop()
  return begin(async (counts) => {
    const library = await catalogue.load().catch(() => undefined)
    if (!counts()) return
    const found = await questions.deadlocks(plan.value, Object.values(library?.boards ?? {}))
    if (!counts()) return
    deadlocks.value = found
    withoutBoards.value = !library
  })
}
watch(() => [build.analysis, open.value], look, { immediate: true })

const held = ({ conflict }: Deadlock) => [
  ...conflict.needs.map(names.needOfDevice),
  ...conflict.choices.map(
    ({ key, place, kind }) => `the ${kind} of ${names.needOfDevice(key)} ${kind === 'lock' ? 'to' : 'off'} ${names.place(place)}`,
  ),
]
/** What it brings for what it gives up. */
const priceOf = ({ brings }: SoundWay) =>
  brings.length ? brings.map(({ rule, fact }) => `${rule} ${fact}`).join('\n') : undefined
/** Another board is taken as everywhere: with what becomes of the build said first. */
function takeBoard({ edit }: SoundWay) {
  if (edit.type === 'board.choose') move.ask({ definition: edit.definition, revision: edit.revision })
}
/** Ways out by what they touch: those of the plan first, other boards after them. */
const grouped = (ways: SoundWay[]) => ({
  here: ways.filter(({ edit }) => edit.type !== 'board.choose'),
  boards: ways.filter(({ edit }) => edit.type === 'board.choose'),
})
</script>

<template>
  <section v-if="unmet.length" class="deadlocks" aria-label="Unplaced" data-testid="deadlocks">
    <button class="head" :aria-expanded="open" @click="open = !open">
      <b>{{ unmet.length }} unplaced</b>
      <span class="quiet">{{ unmet.map(names.needOfDevice).join('; ') }}</span>
    </button>
    <div
      v-if="open"
      class="body"
      :class="{ looking }"
      :aria-busy="looking"
      tabindex="0"
      aria-label="What conflicts, and the ways out"
    >
      <p v-if="looking && !deadlocks" class="quiet">Working out what conflicts, and every way out.</p>
      <article v-for="deadlock in deadlocks" :key="deadlock.conflict.key">
        <p>
          <b>{{ names.needOfDevice(deadlock.conflict.key) }}</b>
          {{
            held(deadlock).length
              ? `needs the place of one of: ${held(deadlock).join(', ')}.`
              : 'has no place on this board at all, whatever else is fitted.'
          }}
        </p>
        <p v-if="deadlock.ways.length" class="ways">
          <v-btn
            v-for="way in grouped(deadlock.ways).here"
            :key="way.label"
            size="x-small"
            variant="outlined"
            color="primary"
            :title="priceOf(way)"
            @click="build.edit(way.edit)"
            >{{ way.label }}</v-btn
          >
          <v-menu v-if="grouped(deadlock.ways).boards.length">
            <template #activator="{ props }">
              <v-btn v-bind="props" size="x-small" variant="outlined" color="primary"
                >Take another board ({{ grouped(deadlock.ways).boards.length }})</v-btn
              >
            </template>
            <v-list density="compact">
              <v-list-item
                v-for="way in grouped(deadlock.ways).boards"
                :key="way.label"
                :title="way.label"
                :subtitle="priceOf(way)"
                lines="two"
                @click="takeBoard(way)"
              />
            </v-list>
          </v-menu>
        </p>
        <p v-else class="quiet">No one or two changes would settle it; look at the boards.</p>
      </article>
      <p v-if="withoutBoards || !(looking || deadlocks)" role="status" class="quiet">
        {{ deadlocks ? 'No other board was tried: the catalogue does not answer.' : 'What conflicts could not be worked out.' }}
        <v-btn size="x-small" variant="outlined" :disabled="looking" @click="look">Try again</v-btn>
      </p>
    </div>
  </section>
</template>

<style scoped>
.deadlocks {
  border-bottom: 2px solid rgb(var(--v-theme-fix));
  padding: var(--space-3) var(--space-6) var(--space-4);
  font-size: var(--text-small);
}
.head {
  display: flex;
  gap: var(--space-4);
  text-align: left;
  width: 100%;
}
.head .quiet {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.body {
  /* Always as high, so that nothing below moves under the pointer when the answer comes. */
  block-size: 5.5rem;
  overflow: auto;
}
.looking {
  pointer-events: none;
}
article {
  margin-top: var(--space-3);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-3);
  margin-top: var(--space-2);
}
</style>
