import { endWithReader } from './output'
import { runProgram } from './program'

endWithReader()
runProgram(process.argv.slice(2))
