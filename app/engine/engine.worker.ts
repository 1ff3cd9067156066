import { expose } from 'comlink'
import { createEngine } from './engine'

expose(createEngine())
