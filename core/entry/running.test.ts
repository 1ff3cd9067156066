import { describe, expect, it } from 'vitest'
import { nextLabel, rowOfPads, runningLabels, snapped } from '.'

describe('labels of a row', () => {
  it('run on', () => {
    expect(runningLabels(['TX1'], 6)).toEqual(['TX1', 'RX1', 'TX2', 'RX2', 'TX3', 'RX3'])
    expect(runningLabels(['RX3'], 4)).toEqual(['RX3', 'TX3', 'RX4', 'TX4'])
    expect(runningLabels(['T1'], 4)).toEqual(['T1', 'R1', 'T2', 'R2'])
    expect(runningLabels(['UART2_TX'], 2)).toEqual(['UART2_TX', 'UART2_RX'])
    expect(runningLabels(['M1'], 4)).toEqual(['M1', 'M2', 'M3', 'M4'])
    expect(runningLabels(['S9'], 3)).toEqual(['S9', 'S10', 'S11'])
    expect(runningLabels(['SDA'], 2)).toEqual(['SDA', 'SCL'])
    expect(runningLabels(['SCL2', 'SDA2'], 4)).toEqual(['SCL2', 'SDA2', 'SCL3', 'SDA3'])
    expect(runningLabels(['CANH'], 2)).toEqual(['CANH', 'CANL'])
    expect(runningLabels(['5V'], 2)).toEqual(['5V', 'GND'])
    expect(runningLabels(['CH1'], 3)).toEqual(['CH1', 'CH2', 'CH3'])
  })
  it('are left empty where nobody could tell, and never more than asked for', () => {
    expect(runningLabels(['CAM'], 3)).toEqual(['CAM', '', ''])
    expect(runningLabels(['SDA', 'SCL'], 3)).toEqual(['SDA', 'SCL', ''])
    expect(runningLabels(['GND'], 2)).toEqual(['GND', ''])
    expect(runningLabels(['M1', 'M2', 'M3'], 2)).toEqual(['M1', 'M2'])
    expect([nextLabel([]), nextLabel([' '])]).toEqual([undefined, undefined])
  })
})

describe('pads of a row', () => {
  it('lie from here to there at even distances', () => {
    const row = rowOfPads(['M1', 'M2', 'M3'], { x: 2, y: 30 }, { x: 7, y: 30 }, 'bottom')
    expect(row.map(({ x, y, side }) => [x, y, side])).toEqual([
      [2, 30, 'bottom'],
      [4.5, 30, 'bottom'],
      [7, 30, 'bottom'],
    ])
    expect(rowOfPads(['M1'], { x: 2, y: 30 }, { x: 7, y: 30 }, 'top')).toMatchObject([{ x: 2, y: 30 }])
  })
  it('snap into line with what lies nearly so, each way by itself', () => {
    const others = [
      { x: 2, y: 5 },
      { x: 30, y: 8.4 },
    ]
    expect(snapped({ x: 2.44, y: 17.03 }, others)).toEqual({ x: 2, y: 17 })
    expect(snapped({ x: 29.6, y: 8.1 }, others)).toEqual({ x: 30, y: 8.4 })
    expect(snapped({ x: 12.34, y: 17.77 }, [])).toEqual({ x: 12.3, y: 17.8 })
  })
})
