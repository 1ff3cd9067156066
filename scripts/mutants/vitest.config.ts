import { dirname, relative, sep } from 'node:path'
import { mergeConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import base from '../../vitest.config'

/** Tests in the folders of what was changed first, then the quickest: most changes are noticed there, and the long ones need not run. */
class NearestFirst extends BaseSequencer {
  override sort(files: TestSpecification[]) {
    const { root } = this.ctx.config
    const changed = process.env.MUTANTS_FILE ? [process.env.MUTANTS_FILE] : []
    const folders = changed.flatMap((file) => {
      const names = dirname(file).split(sep)
      return names.map((_, depth) => names.slice(0, depth + 1).join(sep) + sep)
    })
    const rank = ({ project, moduleId }: TestSpecification) => {
      const file = relative(root, moduleId)
      const depth = folders.filter((folder) => file.startsWith(folder)).length
      return { depth, duration: this.ctx.cache.getFileTestResults(`${project.name}:${file}`)?.duration ?? Infinity }
    }
    const ranked = files.map((file) => ({ file, ...rank(file) }))
    return Promise.resolve(ranked.sort((a, b) => b.depth - a.depth || a.duration - b.duration).map(({ file }) => file))
  }
}

const setupFiles = process.env.MUTANTS_RAN ? ['scripts/mutants/marks.setup.ts'] : []

export default mergeConfig(base, { test: { setupFiles, sequence: { sequencer: NearestFirst } } })
