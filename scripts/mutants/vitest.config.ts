import { mergeConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import base from '../../vitest.config'

/** The quickest files first: most changes are noticed there, and the long ones need not run. What never ran yet is last. */
class QuickestFirst extends BaseSequencer {
  override sort(files: TestSpecification[]) {
    const root = this.ctx.config.root
    const duration = ({ project, moduleId }: TestSpecification) =>
      this.ctx.cache.getFileTestResults(`${project.name}:${moduleId.replace(`${root}/`, '')}`)?.duration ?? Infinity
    return Promise.resolve([...files].sort((a, b) => duration(a) - duration(b)))
  }
}

export default mergeConfig(base, { test: { sequence: { sequencer: QuickestFirst } } })
