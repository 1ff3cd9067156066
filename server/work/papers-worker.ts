import { beNice } from './nice'
import { paperTasks } from './paper-tasks'

beNice()

/** What a thread that writes papers runs: one task by its name. What writes PDF is large, so others do without it. */
export default function run({ name, input }: { name: keyof typeof paperTasks; input: never }): unknown {
  return paperTasks[name](input)
}
