import { defineStore } from 'pinia'

export interface Notice {
  text: string
  kind: 'info' | 'error'
  action?: { label: string; run: () => void }
}

/** Short messages at the foot of the screen. */
export const useNotices = defineStore('notices', () => {
  const current = shallowRef<Notice>()

  function tell(text: string, action?: Notice['action']): Notice {
    return (current.value = { text, kind: 'info', action })
  }

  function complain(text: string) {
    current.value = { text, kind: 'error' }
  }

  const clear = () => (current.value = undefined)

  /** Takes a notice back that holds no longer, unless another one has its place already. */
  function withdraw(notice: Notice) {
    if (current.value === notice) clear()
  }

  return { current, tell, complain, clear, withdraw }
})
