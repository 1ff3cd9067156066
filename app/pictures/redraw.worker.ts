import { expose } from 'comlink'
import { redrawing } from './redraw'

expose(redrawing)
