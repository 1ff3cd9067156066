import type { Measure, PinUse } from '../catalogue'

/** What the word of a label stands for. */
export interface WordRow {
  /** As they are printed, in capitals, without numbers and separators. */
  words: readonly string[]
  as: PinUse
  measures?: Measure
  /** A number beside it is that of the output, of the port or bus, or of nothing. */
  number?: 'output' | 'owner' | 'channel'
  /** Such a word may stand for something else, too. */
  unsure?: true
  /** A single wire that comes from the receiver, in the other polarity. */
  inverted?: true
  /** Only with a number beside it. */
  numbered?: true
  /** It has a plus and a minus of its own: those are a supply and, but for a buzzer, ground. */
  poles?: 'ground' | 'line'
}

/** Words of a ground pad. */
export const groundWords = [
  ...['GND', 'G', 'GRD', 'GROUND', 'AGND', 'DGND', 'PGND', 'SGND', 'CGND', 'VGND', 'VSS', '0V', 'COM', 'NEG', 'EARTH'],
  ...['MASSE', 'MASA', 'MASSA', 'TIERRA', 'TERRA', 'ZEM', 'ЗЕМЛЯ', 'ОБЩ', '地', '接地', '⏚'],
]

/** Words of what the battery feeds. A minus beside them is ground. */
export const batteryWords = [
  ...['VBAT', 'BAT', 'BATT', 'VBATT', 'B', 'VB', 'LIPO', 'BATTERY', 'VLIPO', 'VMOT', 'PACK'],
  ...['AKKU', 'BATERIA', 'BATERÍA', 'BATTERIE', 'BATTERIA', 'АКБ', '电池'],
]

/** Words of a supply that tell no volts. */
export const supplyWords = ['VCC', 'VDD', 'V', 'BEC', 'VSW', 'VX', 'VEXT', 'PWR', 'VOUTX', 'VREG', 'VS', 'VSERVO']

/** Words of what USB alone feeds. */
export const usbWords = ['VBUS', 'VUSB', '5VUSB', 'USB5V', 'USBV']

/** What serves the maker, or a program on the bench: nothing is wired there. */
export const idleWords = [
  ...['SWDIO', 'SWCLK', 'SWD', 'SWC', 'DIO', 'CLK', 'BOOT', 'BOOT0', 'BT', 'BTN', 'DFU', 'RST', 'RESET', 'NRST', 'NC', 'N.C.'],
  ...[
    'D+',
    'D-',
    'DP',
    'DM',
    'USB+',
    'USB-',
    'USBDP',
    'USBDM',
    'USBD+',
    'USBD-',
    'MISO',
    'MOSI',
    'SCK',
    'CS',
    'NSS',
    'SDI',
    'SDO',
    'TP',
    'TEST',
  ],
  ...['ANT', 'KEY', 'ID', 'DBG', 'DEBUG', 'CTS', 'RTS'],
]

/** Beginnings of a port's name, before its line or before its number. */
export const portWords = [
  'UART',
  'USART',
  'LPUART',
  'SERIAL',
  'SER',
  'PORT',
  'COM',
  'TELEM',
  'TEL',
  'GPS',
  'GNSS',
  'U',
  'P',
  'SBUS',
]

/** Each other word, first come first taken. */
export const signalWords: readonly WordRow[] = [
  {
    words: ['SBUS', 'S.BUS', 'SBUSIN', 'SBUSRX', 'INVRX', 'RXI', 'RXINV'],
    as: 'uart-rx',
    number: 'owner',
    inverted: true,
  },
  { words: ['RCCH', 'RXCH', 'IN', 'INPUT', 'RC', 'KANAL', 'CANAL'], as: 'receiver-channel', number: 'channel', numbered: true },
  {
    words: ['CRSF', 'IBUS', 'RC', 'RCIN', 'RCRX', 'RXIN', 'DSM', 'EMPF', 'RECEIVER'],
    as: 'uart-rx',
    number: 'owner',
    unsure: true,
  },
  {
    words: ['TLM', 'TELEM', 'TELE', 'TELEMETRY', 'ESCTLM', 'TLMESC', 'ESCTX', 'ESCTELEM', 'ESCT', 'ESCRX'],
    as: 'uart-rx',
    number: 'owner',
    unsure: true,
  },
  {
    words: ['SDA', 'I2CSDA', 'SDAEXT', 'MAGSDA', 'SDAMAG', 'BUSSDA', 'ICSDA'],
    as: 'i2c-sda',
    number: 'owner',
  },
  { words: ['SCL', 'I2CSCL', 'SCLEXT', 'MAGSCL', 'SCLMAG', 'BUSSCL', 'ICSCL'], as: 'i2c-scl', number: 'owner' },
  { words: ['DA'], as: 'i2c-sda', number: 'owner', unsure: true },
  { words: ['CL'], as: 'i2c-scl', number: 'owner', unsure: true },
  { words: ['CANH', 'CAN+', 'CANP', 'CANHI', 'CANHIGH'], as: 'can-h', number: 'owner' },
  { words: ['CANL', 'CAN-', 'CANN', 'CANLO', 'CANLOW'], as: 'can-l', number: 'owner' },
  {
    words: [
      'VSEN',
      'VSENS',
      'VSENSE',
      'VBATSENS',
      'VBATSENSE',
      'VBATADC',
      'BATV',
      'BATVSENS',
      'VMON',
      'VMEAS',
      'BATSENS',
      'UBAT',
      'VOLT',
      'VOLTAGE',
    ],
    as: 'analog',
    measures: 'voltage',
  },
  {
    words: [
      ...[
        'CURR',
        'CUR',
        'CRNT',
        'CRT',
        'CURRENT',
        'CURSEN',
        'CURSENS',
        'CURADC',
        'ISEN',
        'ISENS',
        'ISENSE',
        'IBAT',
        'AMPS',
        'AMP',
      ],
      ...['STROM', 'CORRIENTE', 'COURANT', 'CORRENTE', 'ТОК', '电流'],
    ],
    as: 'analog',
    measures: 'current',
  },
  { words: ['I', 'C', 'CRR'], as: 'analog', measures: 'current', unsure: true },
  { words: ['RSSI', 'RSI', 'RSSIIN', 'RSSIADC'], as: 'analog', measures: 'signal-strength' },
  { words: ['RS', 'SIG', 'RSS'], as: 'analog', measures: 'signal-strength', unsure: true },
  { words: ['ADC', 'AIN', 'AIR', 'AIRS', 'AIRSPEED', 'ANA', 'ANALOG', 'ADCIN', 'AN'], as: 'analog' },
  {
    words: [
      'LED',
      'LEDS',
      'STRIP',
      'LEDSTRIP',
      'LEDSTR',
      'LEDDATA',
      'LEDD',
      'LEDIN',
      'LEDOUT',
      'RGB',
      'RGBLED',
      'LEDSIG',
      'ARGB',
      '灯',
    ],
    as: 'led-data',
    poles: 'ground',
  },
  { words: ['WS', 'L', 'LD', 'DI', 'DIN', 'LICHT', 'LUZ'], as: 'led-data', unsure: true },
  {
    words: [
      ...['BZ', 'BUZ', 'BUZZ', 'BUZZER', 'BEEP', 'BEEPER', 'BB', 'BZR', 'BPR', 'PIEZO', 'SPK', 'BUZZER-', 'ALARM'],
      ...['SUMMER', 'ZUMBADOR', 'BUZZEUR', 'CICALINO', 'ЗУММЕР', 'ПИЩАЛКА', '蜂鸣器'],
    ],
    as: 'buzzer',
    poles: 'line',
  },
  {
    words: [
      'CAM',
      'CAMERA',
      'CAMIN',
      'VIDEOIN',
      'VIDIN',
      'VI',
      'CVBSIN',
      'CAMVID',
      'CAMVIDEO',
      'CAMSIG',
      'VCAM',
      'KAMERA',
      'CAMARA',
    ],
    as: 'video-in',
    poles: 'ground',
  },
  { words: ['VIN'], as: 'video-in', unsure: true },
  {
    words: ['VTX', 'VO', 'VOUT', 'VIDEOOUT', 'VIDOUT', 'CVBSOUT', 'VTXOUT', 'VTXVID', 'VTXVIDEO', 'OSDOUT', 'VTXSIG', 'VIDTX'],
    as: 'video-out',
    poles: 'ground',
  },
  { words: ['VIDEO', 'VID', 'CVBS', 'AV'], as: 'video-out', unsure: true },
  { words: ['PPM', 'CPPM', 'PPMIN', 'RCPPM', 'SUMPPM', 'PPMRX', 'RXPPM'], as: 'receiver-pulse' },
  {
    words: [
      ...[
        'M',
        'MOT',
        'MOTOR',
        'ESC',
        'MTR',
        'MO',
        'S',
        'SERVO',
        'SRV',
        'SV',
        'PWM',
        'OUT',
        'OUTPUT',
        'O',
        'MAIN',
        'SIGM',
        'MSIG',
        'SIG',
      ],
      ...['ESCSIG', 'PWMOUT', 'MOTEUR', 'REGLER', 'МОТОР', 'ДВ', '电机', '舵机', 'SERVOOUT', 'SERVOS', 'CHOUT', 'MS'],
    ],
    as: 'pulse',
    number: 'output',
    numbered: true,
  },
  { words: ['CH', 'AUX', 'AUXOUT', 'A'], as: 'pulse', number: 'output', numbered: true, unsure: true },
  {
    words: ['AIL', 'ELE', 'ELEV', 'THR', 'RUD', 'SERVO', 'PWM', 'CC', 'CAMC', 'CAMCTRL', 'CAMCTL', 'CAMCONTROL', 'TILT'],
    as: 'pulse',
    unsure: true,
  },
  {
    words: [
      'SW',
      'USER',
      'GPIO',
      'IO',
      'RELAY',
      'REL',
      'RELAIS',
      'SWITCH',
      'USR',
      'GP',
      'PIT',
      'PITMODE',
      'VTXSW',
      'VTXEN',
      'EN',
      'CTRL',
      'AUX',
      'VSWCTRL',
    ],
    as: 'switch',
  },
]
