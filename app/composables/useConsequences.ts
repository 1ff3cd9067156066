import { degreeOf, type Forced } from '#core/allocation'
import { splitKey, type Place } from '#core/plan'
import { useNames } from './useNames'
import { usePlan } from './usePlan'
import { useQuestions } from './useQuestions'

/** Says what it would mean to put a need at a place, by a search with that choice forced. */
export function useConsequences() {
  const plan = usePlan()
  const names = useNames()
  const questions = useQuestions()
  const asked = ref<{ need: string; place: Place }>()
  const answer = shallowRef<Forced>()

  async function look(need: string | undefined, place: Place | undefined) {
    if (asked.value?.need === need && asked.value?.place === place) return
    answer.value = undefined
    asked.value = need && place ? { need, place } : undefined
    const question = asked.value
    if (!question) return
    const found = await questions.force(plan.value, question.need, question.place)
    if (asked.value === question) answer.value = found
  }

  const words = computed(() => {
    if (!asked.value) return ''
    return answer.value ? consequencesOf(answer.value, names) : 'working it out'
  })

  return { words, answer, look }
}

/** One sentence of what a forced choice means. */
export function consequencesOf(
  { possible, refusals, reasons, moves, losers, worse }: Forced,
  names: ReturnType<typeof useNames>,
): string {
  if (!possible) return `cannot: ${refusals.map(({ rule, text }) => `${rule} ${text}`).join('; ')}`
  const costs = reasons.filter(({ risk }) => risk > 0).map(({ rule, text }) => `${rule} ${text}`)
  const name = (key: string) => names.device(splitKey(key)[0])
  return [
    costs.length ? `fits at a cost: ${costs.join('; ')}` : 'fits',
    moves.length ? `moves ${moves.map(({ key, to }) => `${name(key)} to ${names.place(to)}`).join(', ')}` : 'moves nothing else',
    losers.length ? `leaves ${losers.map(name).join(', ')} unplaced` : '',
    worse.risk ? `${degreeOf(Math.abs(worse.risk)).word}ly ${worse.risk > 0 ? 'worse' : 'better'} in all` : '',
  ]
    .filter(Boolean)
    .join('; ')
}
