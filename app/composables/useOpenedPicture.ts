import { openKept, openPicture, wholePicture, type OpenedPicture } from '~/pictures/opened'

/** The picture that is open in a dialog: from a file, a page of it, the clipboard, or one that is kept. */
export function useOpenedPicture() {
  const opened = shallowRef<OpenedPicture>()
  const address = ref('')
  const problem = ref('')
  const working = ref(false)
  let file: File | undefined
  /** The newest question: what an older one comes to is not shown. */
  let turn = 0

  async function show(name: string, open: () => Promise<OpenedPicture>): Promise<boolean> {
    const mine = ++turn
    working.value = true
    problem.value = ''
    try {
      const found = await open()
      const whole = await wholePicture(found.bitmap)
      if (mine !== turn) return false
      close()
      opened.value = found
      address.value = URL.createObjectURL(whole)
      return true
    } catch (error) {
      if (mine === turn) problem.value = `${name} ${(error as Error).message}.`
      return false
    } finally {
      if (mine === turn) working.value = false
    }
  }

  function close() {
    if (address.value) URL.revokeObjectURL(address.value)
    opened.value?.bitmap.close()
    opened.value = undefined
    address.value = ''
  }
  onScopeDispose(() => {
    turn += 1
    close()
  })

  return {
    opened,
    address,
    problem,
    working,
    take: async (chosen: File) => {
      const done = await show(chosen.name, () => openPicture(chosen))
      if (done) file = chosen
      return done
    },
    turnTo: (page: number) => (file ? show(file.name, () => openPicture(file!, page)) : Promise.resolve(false)),
    takeKept: (id: string, name: string) => {
      file = undefined
      return show(name, () => openKept(id, name))
    },
    close: () => {
      turn += 1
      working.value = false
      problem.value = ''
      close()
    },
  }
}
