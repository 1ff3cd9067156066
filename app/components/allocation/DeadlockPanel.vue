<script setup lang="ts">
import type { WayOut } from '#core/allocation'
import { useNames } from '~/composables/useNames'
import { useQuestions } from '~/composables/useQuestions'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'
import type { Deadlock } from '~/workers/engine.worker'

const build = useBuild()
const catalogue = useCatalogue()
const names = useNames()
const questions = useQuestions()
onScopeDispose(questions.stop)
const deadlocks = shallowRef<Deadlock[]>()
const open = ref(true)
const unmet = computed(() => build.analysis?.proposal.unmet ?? [])
let asked = 0

watch(
  () => [build.analysis, open.value] as const,
  async () => {
    const question = ++asked
    deadlocks.value = undefined
    questions.stop()
    if (!unmet.value.length || !open.value) return
    const library = await catalogue.load()
    const found = await questions.deadlocks(build.plan!, Object.values(library?.boards ?? {}))
    if (question === asked) deadlocks.value = found
  },
  { immediate: true },
)

const held = ({ conflict }: Deadlock) => [
  ...conflict.needs.map(names.needOfDevice),
  ...conflict.choices.map(
    ({ key, place, kind }) => `the ${kind} of ${names.needOfDevice(key)} ${kind === 'lock' ? 'to' : 'off'} ${names.place(place)}`,
  ),
]
/** Ways out by what they touch: those of the plan first, other boards after them. */
const grouped = (ways: WayOut[]) => ({
  here: ways.filter(({ edit }) => edit.type !== 'board.choose'),
  boards: ways.filter(({ edit }) => edit.type === 'board.choose'),
})
</script>

<template>
  <section v-if="unmet.length" class="deadlocks" aria-label="Without a place" data-testid="deadlocks">
    <button class="head" :aria-expanded="open" @click="open = !open">
      <b>{{ unmet.length }} without a place</b>
      <span class="quiet">{{ unmet.map(names.needOfDevice).join('; ') }}</span>
    </button>
    <template v-if="open">
      <p v-if="!deadlocks" class="quiet">Working out what conflicts, and every way out.</p>
      <article v-for="one in deadlocks" :key="one.conflict.key">
        <p>
          <b>{{ names.needOfDevice(one.conflict.key) }}</b>
          {{
            held(one).length
              ? `cannot be had together with ${held(one).join(', ')}. Without any one of these it would fit.`
              : 'has no place on this board at all, whatever else is fitted.'
          }}
        </p>
        <p v-if="one.ways.length" class="ways">
          <v-btn
            v-for="way in grouped(one.ways).here"
            :key="way.label"
            size="x-small"
            variant="outlined"
            color="primary"
            @click="build.edit(way.edit)"
            >{{ way.label }}</v-btn
          >
          <v-menu v-if="grouped(one.ways).boards.length">
            <template #activator="{ props }">
              <v-btn v-bind="props" size="x-small" variant="outlined" color="primary"
                >Take another board ({{ grouped(one.ways).boards.length }})</v-btn
              >
            </template>
            <v-list density="compact">
              <v-list-item
                v-for="way in grouped(one.ways).boards"
                :key="way.label"
                :title="way.label"
                @click="build.edit(way.edit)"
              />
            </v-list>
          </v-menu>
        </p>
        <p v-else class="quiet">No one or two changes would settle it; look at the boards.</p>
      </article>
    </template>
  </section>
</template>

<style scoped>
.deadlocks {
  border-bottom: 2px solid rgb(var(--v-theme-fix));
  padding: 6px 16px 8px;
  font-size: 13px;
}
.head {
  display: flex;
  gap: 10px;
  text-align: left;
  width: 100%;
}
.head .quiet {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
article {
  margin-top: 6px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  margin-top: 4px;
}
</style>
