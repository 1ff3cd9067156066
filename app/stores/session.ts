import { defineStore } from 'pinia'
import type { Entered, Health } from '#contract'
import { callApi } from '~/composables/useApi'

/** Who is asking, and how the server's data stand. */
export const useSession = defineStore('session', () => {
  const session = shallowRef<Entered>()
  const trouble = shallowRef<NonNullable<Health['trouble']>>()

  async function look() {
    session.value = await callApi('GET /api/session').catch(() => session.value)
  }

  async function enter(passphrase: string, name: string) {
    session.value = await callApi('POST /api/session', { body: { passphrase, name } })
  }

  async function leave() {
    await callApi('DELETE /api/session')
    session.value = { needed: true }
    await navigateTo('/enter')
  }

  /** Asks how the data stand; the server answers 503 when they cannot even be read. */
  async function ask() {
    const response = await fetch('/api/health').catch(() => undefined)
    const health = (await response?.json().catch(() => undefined)) as Health | undefined
    trouble.value = response
      ? health?.trouble
      : { kind: 'away', message: 'the server does not answer', todo: 'What you do is kept in this browser until it does.' }
  }

  return { session, trouble, look, enter, leave, ask }
})
