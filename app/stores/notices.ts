import { defineStore } from 'pinia'

export interface Notice {
  text: string
  kind: 'info' | 'error'
  action?: { label: string; run: () => void }
}

/** Short messages at the foot of the screen. */
export const useNotices = defineStore('notices', () => {
  const current = shallowRef<Notice>()

  function tell(text: string, action?: Notice['action']) {
    current.value = { text, kind: 'info', action }
  }

  function complain(text: string) {
    current.value = { text, kind: 'error' }
  }

  return { current, tell, complain, clear: () => (current.value = undefined) }
})
