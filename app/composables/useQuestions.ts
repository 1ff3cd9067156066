import { EngineClient } from '~/engine/client'
import { Questions } from '~/engine/questions'
import { engineThread } from '~/engine/thread'

/** Questions beside the analysis, on a thread that ends with the component which asks. */
export function useQuestions(): Questions {
  const questions = new Questions(new EngineClient(engineThread))
  onScopeDispose(() => questions.stop())
  return questions
}
