import { expose } from 'comlink'
import { engine } from './engine'

expose(engine)
