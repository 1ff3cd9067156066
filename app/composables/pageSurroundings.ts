import { author } from './author'
import { isOwnStep, newId, newStepId } from './newId'
import { useNotices } from '~/stores/notices'

/** What this page gives to every session, whatever document it is of. */
export function pageSurroundings() {
  return {
    newId,
    newStepId,
    isOwnStep,
    author,
    later: (run: () => void, milliseconds: number) => {
      const timer = setTimeout(run, milliseconds)
      return () => clearTimeout(timer)
    },
    tell: (message: string) => void useNotices().tell(message),
    complain: (message: string) => void useNotices().complain(message),
  }
}
