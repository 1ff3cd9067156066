import { measures, type PinUse } from '../catalogue'
import { formatAmps, formatVolts } from '../units'
import type { Meaning } from './labels'

const uses: Record<PinUse, string> = {
  'uart-tx': 'TX',
  'uart-rx': 'RX',
  pulse: 'output',
  'led-data': 'LED data',
  switch: 'switch',
  analog: 'analog input',
  buzzer: 'buzzer',
  'i2c-sda': 'I²C SDA',
  'i2c-scl': 'I²C SCL',
  'can-h': 'CAN high',
  'can-l': 'CAN low',
  'receiver-pulse': 'receiver, pulses',
  'receiver-channel': 'receiver channel',
  'video-in': 'video in',
  'video-out': 'video out',
}

/** What a label was taken for, in words: `TX of port 1`, `5 V, 2 A`, `output 3`. */
export function meaningWords(meaning: Meaning): string {
  if (meaning.is === 'ground') return 'ground'
  if (meaning.is === 'idle') return 'not for parts'
  if (meaning.is === 'supply') {
    const { from, volts, limit } = meaning
    const feeds =
      from === 'battery' ? 'battery' : from === 'usb' ? 'USB 5 V' : volts === undefined ? 'supply, 5 V?' : formatVolts(volts)
    return limit === undefined ? feeds : `${feeds}, ${formatAmps(limit)}`
  }
  const { as, number, measures: measured, inverted } = meaning
  if (measured) return measures[measured]
  const isLine = as === 'uart-tx' || as === 'uart-rx'
  const whose = number === undefined ? '' : isLine ? ` of port ${number}` : ` ${number}`
  return `${uses[as]}${whose}${inverted ? ', inverted' : ''}`
}

/** What a label may be told to stand for, each by a label that means it. */
export const knownLabels: readonly { label: string; title: string }[] = [
  { label: 'GND', title: 'ground' },
  { label: 'VBAT', title: 'battery' },
  { label: '5V', title: '5 V' },
  { label: '3V3', title: '3.3 V' },
  { label: '9V', title: '9 V' },
  { label: '10V', title: '10 V' },
  { label: '12V', title: '12 V' },
  { label: 'TX', title: 'TX of a port' },
  { label: 'RX', title: 'RX of a port' },
  { label: 'SBUS', title: 'RX of a port, inverted' },
  { label: 'M', title: 'output' },
  { label: 'LED', title: 'LED data' },
  { label: 'BZ-', title: 'buzzer' },
  { label: 'SDA', title: 'I²C SDA' },
  { label: 'SCL', title: 'I²C SCL' },
  { label: 'CANH', title: 'CAN high' },
  { label: 'CANL', title: 'CAN low' },
  { label: 'CURR', title: 'current' },
  { label: 'VSENSE', title: 'battery voltage' },
  { label: 'RSSI', title: 'signal strength' },
  { label: 'ADC', title: 'analog input' },
  { label: 'CAM', title: 'video in' },
  { label: 'VTX', title: 'video out' },
  { label: 'PPM', title: 'receiver, pulses' },
  { label: 'SW', title: 'switch' },
  { label: 'NC', title: 'not for parts' },
]
