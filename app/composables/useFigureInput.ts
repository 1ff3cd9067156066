import { limitsOf, readFigure, type Figure } from '#core/plan'

interface Options {
  figure: () => Figure
  optional?: () => boolean
  whole?: () => boolean
  /** Why a figure within its limits cannot be; empty when it can. */
  refuse?: (value: number) => string
  set: (value: number | undefined) => void
}

/** A figure as it is typed: within its limits it is given on, anything else is said and not taken. */
export function useFigureInput({ figure, optional = () => false, whole = () => false, refuse = () => '', set }: Options) {
  const wrong = ref('')
  function read(event: Event) {
    const { value: typed, wrong: said = '' } = readFigure((event.target as HTMLInputElement).value, figure(), whole())
    wrong.value = said
    if (said) return
    if (typed === undefined && !optional()) wrong.value = limitsOf(figure(), whole())
    else if (typed !== undefined) wrong.value = refuse(typed)
    if (!wrong.value) set(typed)
  }
  return { wrong, read }
}
