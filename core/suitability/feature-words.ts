import type { Board } from '../catalogue'

const words: Record<string, string> = {
  'software-serial': 'software serial ports',
  'parallel-receiver': 'a receiver with a wire for each channel',
  'receiver-pulse': 'a receiver with a pulse train',
  'led-data': 'LED data',
  'input-outputs': 'outputs on the receiver inputs',
  'i2c-pads': 'I²C',
}

/** A feature of a board, as its exclusions name it, in the words of the trade: `port:uart3`, `led-data:PA6`. */
export function featureWords({ ports, pads, i2c }: Board, feature: string): string {
  const [kind = '', id] = feature.split(':')
  if (kind === 'port') return ports.find((port) => port.id === id)?.label ?? feature
  if (kind === 'i2c') return i2c.find((bus) => bus.id === id)?.label ?? feature
  const known = words[kind] ?? kind.replaceAll('-', ' ')
  return id === undefined ? known : `${known} on pad ${pads.find(({ pin }) => pin === id)?.label ?? id}`
}
