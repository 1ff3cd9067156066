import { describe, expect, it } from 'vitest'
import { readLabel, type LabelReading } from './labels'

/** What is printed at the pads of boards of made-up makers of many habits, by what it is meant as. */
const printed: Record<string, string> = {
  'uart-tx 1': 'TX1|T1|Tx1|tx 1|TX_1|UART1_TX|UART1 TX|U1TX|U1_TX|1TX|TXD1|SERIAL1 TX|SER1-TX|TX1\u0305|T1 |PORT1 TX|TX-1|TX.1',
  'uart-tx 2': 'TX2|T2|UART2-TX|USART2_TX|2TX|TELEM2 TX|U2.TX|Tx 2|TXD2|LPUART2_TX',
  'uart-tx 3': 'TX3|T3|UART3TX|UART 3 TX|TX 3|TXO3|P3 TX',
  'uart-tx 4': 'TX4|T4|UART4_TX|4TX|GPS4 TX|TX04',
  'uart-tx 6': 'TX6|T6|USART6 TX|U6 TX|TX_6',
  'uart-tx 7': 'TX7|T7|UART7_TX',
  'uart-tx 8': 'TX8|T8|U8TX',
  'uart-tx': 'TX|GPS TX|GPS_TX|GNSS TX|TXD|TELEM TX|UART TX',
  'uart-rx 1': 'RX1|R1|Rx1|RX_1|UART1_RX|U1RX|1RX|RXD1|SERIAL1 RX|RX-1|RX 1|R1\u0305|(RX1)',
  'uart-rx 2': 'RX2|R2|UART2 RX|USART2_RX|2RX|RXD2|U2-RX|TELEM2_RX|RX02',
  'uart-rx 3': 'RX3|R3|UART3RX|RX 3|P3 RX|rx3',
  'uart-rx 4': 'RX4|R4|UART4_RX|4RX|GPS4 RX',
  'uart-rx 5': 'RX5|R5|UART5_RX|5RX|[RX5]',
  'uart-rx 6': 'RX6|R6|USART6 RX|RX_6',
  'uart-rx 7': 'RX7|R7|UART7_RX|RXI7',
  'uart-rx': 'RX|GPS RX|GPS_RX|GNSS_RX|RXD|TELEM RX|RC|RCIN|RC IN|TLM|TELEM|ESC_TLM|ESC TLM|TELE|EMPF',
  'uart-rx 2 inverted': 'SBUS2|SBUS_2|S.BUS2|RX2/SBUS|R2/SBUS',
  'uart-rx inverted': 'SBUS|S.BUS|SBUS_IN|SBUS RX|sbus',
  'uart-tx 3 + i2c-sda': 'TX3/SDA|T3/SDA',
  'uart-rx 3 + i2c-scl': 'RX3/SCL|R3/SCL',
  'uart-tx 3 + uart-rx 3': 'TX/RX3|T3/R3',
  'led-data + pulse 8': 'LED/M8|LED/S8',
  'pulse 9 + led-data': 'S9/LED|M9/LED',

  'uart-rx 1 + receiver-pulse': 'RX1/PPM|R1/PPM',
  ground:
    'GND|G|Gnd|GRD|GND1|GND2|G1|AGND|DGND|PGND|GND_A|BAT-|B-|BATT-|VBAT-|Ground|0V|-|5V-|LED-|CAM-|VTX-|Masse|MASA|TIERRA|TERRA|Земля|地|接地|⏚|G.ND|B−|BAT −|VSS|GND-|Akku-',
  battery: 'VBAT|BAT|BAT+|B+|BATT|VBATT|+BAT|Vbat|BATT+|LIPO+|BAT1|VBAT2|Akku+|AKKU|BATERIA|BATTERIE+|电池|V_BAT|VB+|B +',
  '5 V':
    '5V|+5V|5V0|5.0V|5 V|+5|5v|5V_BEC|BEC5V|BEC 5V|VCC5|VCC_5V|5VOUT|5V OUT|5V1|5V+|5V_SYS|V5V|5V_RX|5V_GPS|5V-BEC|5,0V|(5V)|5V2',
  '3.3 V': '3V3|3.3V|3,3V|+3V3|+3.3V|3.3|33V|3V3OUT|3V3_A|VCC_3V3|VDD3V3|3.3 V',
  '4.5 V': '4V5|4.5V|+4V5|45V',
  '9 V': '9V|+9V|9V_VTX|9VBEC|BEC9V',
  '10 V': '10V|+10V|10V0|10V_VTX|10V BEC',
  '12 V': '12V|+12V|12VOUT|12 V|VTX12V',
  supply: 'VCC|V+|+|VSW|LED+|CAM+|VTX+|BZ+|BUZ+|BUZZER+|VX|VDD|BEC+|PWR|BEEP+|VCC1',
  usb: 'VBUS|VUSB|5VUSB|USB5V',
  'pulse 1': 'M1|S1|MOT1|MOTOR1|Motor 1|SERVO1|PWM1|OUT1|ESC1|M_1|S 1|OUTPUT1|1|MAIN1|Moteur 1|电机1|M1 SIG',
  'pulse 2': 'M2|S2|MOT2|SERVO 2|PWM_2|OUT2|M-2|2|Regler2|МОТОР2|AUX2',
  'pulse 3': 'M3|S3|PWM3|3|CH3|ESC 3|舵机3',
  'pulse 4': 'M4|S4|MOTOR_4|PWM 4|O4|(M4)',
  'pulse 5': 'M5|S5|MOT 5|OUT 5|SV5',
  'pulse 12': 'M12|S12|PWM12|SERVO12',
  pulse: 'CC|CAM_C|CAM CTRL|AIL|ELE|THR|RUD|TILT',
  'i2c-sda': 'SDA|I2C_SDA|I2C SDA|SDA_EXT|MAG SDA|sda|DA',
  'i2c-scl': 'SCL|I2C_SCL|I2C-SCL|SCL_EXT|MAG_SCL|Scl|CL',
  'i2c-sda 1': 'SDA1|SDA_1|I2C1_SDA|I2C1 SDA',
  'i2c-scl 1': 'SCL1|SCL-1|I2C1_SCL|I2C1-SCL',
  'i2c-sda 2': 'SDA2|I2C2_SDA|SDA 2',
  'i2c-scl 2': 'SCL2|I2C2_SCL|SCL 2',
  'can-h': 'CANH|CAN_H|CAN H|CAN+|CAN_P|CAN HIGH',
  'can-l': 'CANL|CAN_L|CAN-L|CAN-|CAN_N|CAN LOW',
  'can-h 1': 'CANH1|CAN1_H|CAN1H',
  'can-l 1': 'CANL1|CAN1_L|CAN1L',
  'analog current': 'CURR|CUR|CRNT|CURRENT|CRT|I_SENSE|ISEN|I SENS|Curr|AMPS|STROM|CORRIENTE|COURANT|电流|IBAT|I',
  'analog voltage': 'VSEN|V_SENSE|VBAT_SENS|BAT_V|VMON|V-SENS|UBAT',
  'analog signal-strength': 'RSSI|RSI|rssi|RSSI_IN|RSSI IN|RS',
  analog: 'ADC|ADC1|AIRS|AIRSPEED|AIN|ANA|ADC_2',
  'led-data': 'LED|LEDS|LED_STRIP|LED STRIP|LED DATA|LED_D|RGB|RGB LED|LED1|led|LED_SIG|灯|LICHT|STRIP|WS',
  buzzer: 'BZ-|BUZ-|BUZZ-|BUZZER-|BEEP-|BZ|BUZZER|BEEPER|BZ−|BB-|BEEP|Buz -|SUMMER|ZUMBADOR|蜂鸣器|BUZZER −|ЗУММЕР|BPR-|PIEZO',
  'video-in': 'CAM|CAM1|CAM IN|CAM_IN|VIDEO IN|VIDEO_IN|VI|CAMERA|CVBS IN|VIN|CAM VID|V-IN|CAM2|KAMERA',
  'video-out': 'VTX|VOUT|VO|VIDEO OUT|VIDEO_OUT|VTX_OUT|CVBS_OUT|V-OUT|VID OUT|VIDEO|VTX VIDEO|CVBS',
  'receiver-pulse': 'PPM|CPPM|PPM_IN|PPM IN|RC PPM',
  'receiver-channel 1': 'IN1|RC1|RC_CH1|RX CH1|INPUT 1',
  'receiver-channel 5': 'IN5|RC5|IN 5',
  switch: 'SW|SW1|USER1|GPIO1|IO2|RELAY|REL1|GPIO 3|USR|PIT|VTX_EN|SWITCH|RELAIS 1',
  idle: 'SWDIO|SWCLK|BOOT|BOOT0|RST|RESET|NC|N.C.|D+|D-|DP|DM|MISO|MOSI|SCK|CS|DFU|SWD|TP1|USB+|USB D+|CS1|DBG',
}

/** More of them, written down by somebody who had not seen the words that are known. */
const further: Record<string, string> = {
  'uart-tx 1': 'TX 1 ',
  'uart-rx 4': 'UART_4 RX',
  'uart-tx 3': 'Serial3_TX',
  'uart-rx 1': '1 RX|RX/1',
  'uart-rx 2': 'PORT 2 RX',
  'uart-tx 2': 'COM2 TX',
  'uart-tx 1 + uart-rx 1': 'T1/R1',
  'uart-tx 5 + i2c-scl 2': 'Tx5/SCL2',
  'uart-rx 5 + i2c-sda 2': 'R5/SDA2',
  'led-data + pulse 5': 'LED/PWM5',
  'pulse 7 + led-data': 'M7/LED',
  'pulse 1 + pulse 5': 'S1/M5',
  'pulse 7 + uart-rx 6': 'PWM7/RX6',
  'receiver-pulse + uart-rx inverted': 'PPM/SBUS',
  '5 V': 'V5|5V/4V5|CAM 5V|GPS 5V|RX 5V|RC 5V|5V 2A|5V/2A',
  '3.3 V': 'V3.3|3V3 OUT',
  '9 V': '9V 3A|VTX 9V',
  '10 V': '10V/2A',
  battery: 'VBAT/2',
  supply: 'BUZZ+',
  ground: 'B-/GND|LED GND|CAM GND|VTX GND|GPS GND|RX GND|RC GND',
  'analog voltage': 'BATT VOLT|Volt',
  'analog current': 'BATT CURR|CURRENT IN|AMP1|ADC1_CURR',
  'i2c-sda': 'GPS SDA',
  'i2c-sda 2': 'I2C2 SDA',
  'i2c-scl 2': 'I2C_SCL2',
  'can-h 1': 'CAN1 H',
  'can-l 2': 'CAN L2',
  'uart-rx': 'RX SIG',
  idle: 'TELEM1 CTS|RTS1|CTS|SCK1|MOSI2|BOOT BTN',
  'pulse 1': 'ESC1 SIG|MOTOR 1 SIG|1 S|S-1|S.1|A1',
  // What nobody could tell.
  '': 'HELLO|SBUS OUT|OSD|AIR SPD|X1|\u{1f6f0}|V SEL',
}

const cases = [...Object.entries(printed), ...Object.entries(further)].flatMap(([meant, labels]) =>
  labels.split('|').map((label) => ({ label, meant })),
)

function told({ meanings }: LabelReading): string {
  return meanings
    .map((meaning) => {
      if (meaning.is !== 'signal' && meaning.is !== 'supply') return meaning.is
      if (meaning.is === 'supply') {
        if (meaning.from !== 'board') return meaning.from
        return meaning.volts === undefined ? 'supply' : `${meaning.volts} V`
      }
      const { as, number, measures, inverted } = meaning
      return [as, number, measures, inverted && 'inverted'].filter(Boolean).join(' ')
    })
    .join(' + ')
}

describe('labels as they are printed', () => {
  it('are understood, 95 of a hundred, and none is wrong without a mark', () => {
    expect(cases.length).toBeGreaterThanOrEqual(400)
    const wrong = cases
      .map(({ label, meant }) => ({ label, meant, reading: readLabel(label) }))
      .filter(({ meant, reading }) => told(reading) !== meant)
      .map(
        ({ label, meant, reading }) =>
          `${label}: ${meant}, not ${told(reading) || 'understood'}${reading.unsure ? ' (unsure)' : ''}`,
      )
    expect(wrong.length / cases.length).toBeLessThanOrEqual(0.05)
    expect(wrong.filter((each) => !/not understood|\(unsure\)$/.test(each))).toEqual([])
  })
  it('tell what a supply gives where that is printed', () => {
    expect(readLabel('9V/3A').meanings).toEqual([{ is: 'supply', from: 'board', volts: 9, limit: 3 }])
    expect(readLabel('5V 1.5A').meanings).toEqual([{ is: 'supply', from: 'board', volts: 5, limit: 1.5 }])
  })
  it('are read by words of one’s own, with the numbers beside them', () => {
    const own = { Empfänger: 'RX', XQ: 'CAM', PAD7: 'M7' }
    expect(told(readLabel('Empfänger 4'.replace(' ', ''), own))).toBe('uart-rx 4')
    expect(told(readLabel('xq', own))).toBe('video-in')
    expect(told(readLabel('PAD7', own))).toBe('pulse 7')
    expect(told(readLabel('PAD8', own))).toBe('')
  })
  it('end, whatever is printed', () => {
    for (const label of ['', ' ', '/', '///', '+-', '-+', 'A'.repeat(100_000), '1'.repeat(500), '\u0000', '((('])
      expect(() => readLabel(label)).not.toThrow()
  })
})
