import { expose } from 'comlink'
import { readFiles } from './read-files'

expose({ readFiles })
