import { EngineClient } from '~/engine/client'
import { Questions } from '~/engine/questions'
import { engineThread, keepThread } from '~/engine/thread'

/** Questions beside the analysis, on a thread that is left to others with the component which asks. */
export function useQuestions(): Questions {
  const questions = new Questions(new EngineClient(engineThread, keepThread))
  onScopeDispose(() => questions.leave())
  return questions
}
