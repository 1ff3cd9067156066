<script setup lang="ts">
import type { Finding, Fix } from '#core/checks'
import { mayBeOffered, type FixOutcome } from '#core/engine'
import type { TriedFixes } from '~/composables/useTriedFixes'
import { author } from '~/composables/author'
import { useNames } from '~/composables/useNames'
import { useBoardMove } from '~/stores/board-move'
import { useBuild } from '~/stores/build'

const { finding, fixes = { offered: [], tried: true } } = defineProps<{
  finding: Finding
  /** What mends it, each tried. */
  fixes?: TriedFixes
}>()
const emit = defineEmits<{ pick: [] }>()
const build = useBuild()
const move = useBoardMove()
const names = useNames()
const open = ref(false)
const preview = ref<{ label: string; text: string }>()

/** As many as are looked through at once; those that give something up stand last. */
const offered = computed(() =>
  fixes.offered.toSorted((a, b) => Number(a.outcome.givesUp) - Number(b.outcome.givesUp)).slice(0, 4),
)

const mostLooks = 25
/** Tries a fix on a copy; once more where another question or edit came between, as long as it is pointed at. */
async function lookedAt({ label, edit }: Fix) {
  for (let turn = 0; turn < mostLooks && preview.value?.label === label; turn += 1) {
    const seen = await build.preview(edit)
    if (seen) return seen
    await new Promise((done) => setTimeout(done, 200))
  }
  return undefined
}

/** Says what a fix would change, by trying it on a copy. */
async function look(fix: Fix, { brings: price }: FixOutcome) {
  const words = { label: fix.label, text: 'working it out' }
  preview.value = words
  try {
    const seen = await lookedAt(fix)
    if (!seen) return
    const { settles, brings, moves } = seen
    // What is told otherwise than before counts as settled and brought.
    const others = settles.filter(({ id }) => id !== finding.id)
    const fresh = [...price, ...brings.filter(({ fact }) => !price.some((each) => each.fact === fact))]
    words.text = [
      `settles this${others.length ? ` and ${others.map(({ rule }) => rule).join(', ')}` : ''}`,
      fresh.length ? `then ${fresh.map(({ rule, fact }) => `${rule} ${fact}`).join('; ')}` : 'brings nothing else',
      moves.length
        ? `moves ${moves.map(({ need, to }) => `${names.needOfDevice(need)} ${to === undefined ? 'away' : `to ${names.place(to)}`}`).join(', ')}`
        : 'moves nothing',
    ].join('; ')
  } catch (error) {
    words.text = (error as Error).message
  }
  if (preview.value?.label === fix.label) preview.value = { ...words }
}

/** The reason that is being written, to accept the finding as it is. */
const reason = ref<string>()
const field = useTemplateRef<HTMLInputElement>('field')

async function startAccepting() {
  reason.value = ''
  await nextTick()
  field.value?.focus()
}

function accept() {
  const given = reason.value?.trim()
  if (!given) return
  build.edit({ type: 'finding.accept', finding: finding.id, fact: finding.fact, reason: given, by: author() })
  reason.value = undefined
}

/** One that was tried before the last edit is tried once more first. */
async function apply(fix: Fix, isFresh: boolean) {
  preview.value = undefined
  if (!isFresh) {
    const outcome = await build.tryFix(finding, fix).catch(() => undefined)
    if (!outcome || !mayBeOffered(outcome)) {
      preview.value = { label: fix.label, text: 'no longer mends it as the build is now' }
      return
    }
  }
  if (fix.edit.type === 'board.choose') move.ask({ definition: fix.edit.definition, revision: fix.edit.revision })
  else build.edit(fix.edit)
}
</script>

<template>
  <article class="card" :class="{ accepted: finding.accepted !== undefined }">
    <button class="fact" @click="emit('pick')">
      <span class="mono rule">{{ finding.rule }}</span> {{ finding.fact }}
    </button>
    <p v-if="finding.accepted !== undefined" class="given">Accepted: {{ finding.accepted }}</p>
    <div class="actions">
      <template v-if="finding.accepted === undefined">
        <v-btn
          v-for="{ fix, outcome, isFresh } in offered"
          :key="fix.label"
          class="fix"
          variant="outlined"
          color="primary"
          size="x-small"
          @mouseenter="look(fix, outcome)"
          @focus="look(fix, outcome)"
          @mouseleave="preview = undefined"
          @blur="preview = undefined"
          @click="apply(fix, isFresh)"
          >{{ outcome.goesTo === undefined ? fix.label : `${fix.label}: ${outcome.goesTo} instead` }}</v-btn
        >
        <span v-if="(finding.fixes.length || finding.wants) && !offered.length" class="none">{{
          fixes.tried ? 'No single change fixes it.' : 'Trying the fixes.'
        }}</span>
        <LazyWriteAgain v-if="finding.byWriting" />
        <button v-if="finding.severity !== 'stop'" class="why" :aria-expanded="reason !== undefined" @click="startAccepting">
          Accept
        </button>
      </template>
      <button v-else class="why" @click="build.edit({ type: 'finding.reopen', finding: finding.id })">Open again</button>
      <button class="why" :aria-expanded="open" @click="open = !open">Why</button>
      <p v-if="preview" class="preview" role="status">{{ preview.label }}: {{ preview.text }}.</p>
    </div>
    <form v-if="reason !== undefined" class="accepting" @submit.prevent="accept" @keydown.esc.stop="reason = undefined">
      <label :for="`reason-${finding.id}`">Reason to leave it as it is; it opens again when its facts change</label>
      <input :id="`reason-${finding.id}`" ref="field" v-model="reason" maxlength="400" required />
      <v-btn type="submit" size="x-small" variant="flat" color="primary" :disabled="!reason.trim()">Accept</v-btn>
      <v-btn size="x-small" @click="reason = undefined">Cancel</v-btn>
    </form>
    <LazyRuleReason v-if="open" :rule="finding.rule" />
  </article>
</template>

<style scoped>
.card {
  padding: var(--space-2) var(--space-5) var(--space-3);
  border-bottom: var(--edge);
}
.fact {
  display: block;
  text-align: left;
  font-size: var(--text-small);
}
.rule {
  font-size: var(--text-fine);
  padding: 0 var(--space-2);
  border: var(--edge);
  border-radius: 3px;
}
.actions {
  position: relative;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-3);
  align-items: center;
  margin-top: var(--space-2);
}
.fix {
  max-width: 100%;
  height: auto !important;
  min-height: 24px;
}
.fix :deep(.v-btn__content) {
  white-space: normal;
  text-align: left;
  padding-block: var(--space-1);
}
.why {
  font-size: var(--text-fine);
  text-decoration: underline;
  padding: var(--space-1) var(--space-2);
  min-height: 24px;
}
/* Over what follows, so that nothing moves under the pointer. */
.preview {
  position: absolute;
  top: 100%;
  left: 0;
  z-index: 2;
  font-size: var(--text-fine);
  margin: 0;
  padding: var(--space-2) var(--space-3);
  color: rgb(var(--v-theme-secondary));
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-secondary));
  border-radius: 3px;
}
.none {
  font-size: var(--text-fine);
}
.accepted .fact {
  opacity: 0.75;
}
.given {
  font-size: var(--text-fine);
  margin: var(--space-1) 0 0;
}
.accepting {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  margin-top: var(--space-2);
  font-size: var(--text-fine);
}
.accepting label {
  flex: 0 0 100%;
}
.accepting input {
  flex: 1 1 120px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: var(--space-1) var(--space-3);
  min-height: 24px;
  color: inherit;
}
</style>
