import { endWithReader } from './output'
import { runProgram } from './program'

endWithReader()
await runProgram(process.argv.slice(2))
