// Prints every sentence that the product can say, with the file it stands in: to be read aloud. `npm run words [-- PATTERN]`
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { wordsOf } from './words'

const pattern = new RegExp(process.argv[2] ?? '.')
const files = execFileSync('git', ['ls-files', 'app', 'core', 'server', 'cli', 'standin', 'board-line'], { encoding: 'utf8' })
const isCode = (file: string) => /\.(ts|vue)$/.test(file) && !/\.(test|d)\.ts$/.test(file)
for (const file of files.split('\n').filter((each) => isCode(each) && pattern.test(each))) {
  const words = wordsOf(file, readFileSync(file, 'utf8'))
  if (words.length) console.log(`\n${file}\n${words.map((each) => `  ${each}`).join('\n')}`)
}
