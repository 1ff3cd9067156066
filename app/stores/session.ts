import { defineStore } from 'pinia'
import type { Role } from '#core/plan'
import { callApi } from '~/composables/useApi'

interface Session {
  /** Whether this server asks for a passphrase at all. */
  needed: boolean
  role?: Role
  /** What versions are signed with, where a passphrase is asked for. */
  author?: string
}

interface Trouble {
  kind: string
  message: string
  todo: string
}

interface Health {
  ready: boolean
  writable: boolean
  trouble?: Trouble
}

/** Who is asking, and how the server's data stand. */
export const useSession = defineStore('session', () => {
  const session = shallowRef<Session>()
  const trouble = shallowRef<Trouble>()

  async function look() {
    session.value = await callApi<Session>('GET', '/api/session').catch(() => session.value)
  }

  async function enter(passphrase: string, name: string) {
    session.value = await callApi<Session>('POST', '/api/session', { passphrase, name })
  }

  async function leave() {
    await callApi('DELETE', '/api/session')
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
