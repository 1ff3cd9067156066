import { beNice } from './nice'
import { tasks } from './tasks'

beNice()

/** What a thread of the pool runs: one task by its name. */
export default function run({ name, input }: { name: keyof typeof tasks; input: never }): unknown {
  return tasks[name](input)
}
