<script setup lang="ts">
/** What a board printed, pasted in, and compared with the plan by a pattern of the user's own. */
import type { LedgerRow } from '#core/settings'
import { callApi } from '~/composables/useApi'
import { usePlan } from '~/composables/usePlan'
import { ofBrowser } from '~/session/own-storage'

/** Where the pattern stays that was last used, in this browser. */
const kept = 'ypodoma.pattern'
const usual = '^\\W*(?<key>\\w.*?) *[:=] *(?<value>.*)$'
const plan = usePlan()
const text = ref('')
const pattern = ref(ofBrowser.read(kept) ?? usual)
const answer = shallowRef<{ found?: number; rows?: LedgerRow[]; wrong?: string }>()
const working = ref(false)
const unlike = computed(() => answer.value?.rows?.filter(({ agrees }) => !agrees).length ?? 0)

async function compare() {
  if (working.value) return
  working.value = true
  ofBrowser.keep(kept, pattern.value)
  try {
    answer.value = await callApi('POST /api/board/pasted', {
      body: { plan: plan.value, text: text.value, pattern: pattern.value },
    })
  } catch (error) {
    answer.value = { wrong: (error as Error).message }
  }
  working.value = false
}
</script>

<template>
  <h2>What a board printed</h2>
  <p>
    Paste what your board’s tool prints. The pattern, a regular expression in the syntax of RE2 with the groups
    <code>key</code> and <code>value</code>, picks the settings out of its lines; the usual one reads what the template
    <i>Keys and values, by round</i> writes.
  </p>
  <form class="asked no-print" @submit.prevent="compare">
    <textarea v-model="text" class="mono" rows="5" spellcheck="false" aria-label="Printed text" maxlength="500000" />
    <label class="pattern">Pattern <input v-model="pattern" class="line-field mono" maxlength="500" spellcheck="false" /></label>
    <v-btn v-if="pattern !== usual" @click="pattern = usual">The usual one</v-btn>
    <v-btn type="submit" variant="outlined" :disabled="working || !text.trim() || !pattern">Compare with the plan</v-btn>
  </form>
  <p v-if="working" role="status">Comparing.</p>
  <p v-if="answer?.wrong" class="text-error" role="alert">The pattern: {{ answer.wrong }}</p>
  <template v-if="answer?.rows">
    <p role="status">
      <b>Found {{ answer.found }} settings; {{ answer.rows.length - unlike }} of {{ answer.rows.length }} are as intended.</b>
    </p>
    <LedgerTable :rows="answer.rows" />
  </template>
</template>

<style scoped>
h2 {
  font-size: var(--text-head);
  margin-top: var(--space-6);
}
p {
  margin: var(--space-3) 0;
  max-width: 90ch;
}
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-5);
  align-items: center;
}
textarea {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: var(--space-2);
  color: inherit;
  flex: 1 0 100%;
  font-size: var(--text-small);
}
.pattern {
  display: flex;
  flex: 1 1 300px;
  gap: var(--space-3);
  align-items: center;
}
input {
  flex: 1;
  min-width: 0;
}
</style>
