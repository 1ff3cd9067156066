import type { DeviceClass } from './device'

/** Side of the square that a picture is drawn in. */
export const pictureSize = 16

/** A small picture of each kind of device: lines of a path in a square of 16, to be drawn without filling. */
export const classPictures: Record<DeviceClass, string> = {
  receiver: 'M3 8h10v5H3zM5 8V3M11 8V5M6 10.5h4',
  gnss: 'M8 14v-4M4 10a4 4 0 0 1 8 0zM6.2 4.7a2.6 2.6 0 0 1 3.6 0M4.4 2.7a5.2 5.2 0 0 1 7.2 0',
  overlay: 'M2 3h12v10H2zM4 5.8h4M4 8h2.5M9.5 10.5H12',
  camera: 'M2 5h3l1-2h4l1 2h3v8H2zM5.5 9a2.5 2.5 0 1 0 5 0a2.5 2.5 0 1 0 -5 0',
  transmitter: 'M8 14V7M5 14h6M6.4 5.4a2.3 2.3 0 0 1 3.2 0M4.4 3.4a5.2 5.2 0 0 1 7.2 0',
  'video-link': 'M2 6.5h7v6H2zM9 8.6l4.5-2v6L9 10.4M3.4 4a4 4 0 0 1 4.2 0',
  logger: 'M3 2h7l3 3v9H3zM5.5 7h5M5.5 9.5h5M5.5 12h3',
  adapter: 'M2 6a9 9 0 0 1 12 0M4.2 8.6a6 6 0 0 1 7.6 0M6.3 11.2a3 3 0 0 1 3.4 0M8 13.4v.4',
  buzzer: 'M3 6h3l4-3v10l-4-3H3zM12 5.8a3 3 0 0 1 0 4.4',
  lights: 'M1 8h14v4H1zM4 10h.4M8 10h.4M12 10h.4M4 5.5V3M8 5.5V3M12 5.5V3',
  gimbal: 'M8 1.5V5M4 10V5h8v5M6 8h4v6H6z',
  traffic: 'M8 2l5 12-5-3-5 3z',
  esc: 'M3 2h10v7H3zM5 9v5M8 9v5M11 9v5M5.5 5.5h5',
  converter: 'M2 5h10L9.5 2.5M14 11H4l2.5 2.5',
  sensor: 'M2 12a6 6 0 0 1 12 0zM8 12l2.6-3.6',
  telemetry: 'M8 14V6M5 14h6M8 3.8v.4M4.6 6.6a4 4 0 0 1 0-5.2M11.4 6.6a4 4 0 0 0 0-5.2',
  computer: 'M4 4h8v8H4zM6.5 1.5V4M9.5 1.5V4M6.5 12v2.5M9.5 12v2.5M1.5 6.5H4M1.5 9.5H4M12 6.5h2.5M12 9.5h2.5',
  switch: 'M1.5 11H5l5.5-5.5M11 11h3.5',
  light: 'M5 2h6l-1 4.5H6zM5 9l-2 5M8 9v5M11 9l2 5',
  release: 'M2 7a6 5 0 0 1 12 0zM2 7l6 7 6-7M8 7v7',
  servo: 'M3 7h9v6H3zM7 7V4.8M7 4.8L12.5 2',
  power: 'M9 1.5L4 9h4l-1 5.5L12 7H8z',
  tool: 'M2.5 13.5L9 7M9 7a3.3 3.3 0 0 1 4-4.4L11 4.6l.4 1 1 .4 2-2A3.3 3.3 0 0 1 9 7',
}

/** Words of the trade by which a kind of device is looked for, beside its name. */
export const classWords: Record<DeviceClass, string> = {
  receiver: 'rx rc radio control receiver remote',
  gnss: 'gps glonass galileo position mag compass satellite',
  overlay: 'osd on-screen display text',
  camera: 'cam fpv lens',
  transmitter: 'vtx video tx analog analogue',
  'video-link': 'vtx digital video hd',
  logger: 'log blackbox black box recorder data',
  adapter: 'wifi wi-fi wlan bluetooth ble usb serial wireless',
  buzzer: 'beeper bz sound alarm',
  lights: 'led leds strip pixel rgb',
  gimbal: 'stabiliser stabilizer mount pan tilt',
  traffic: 'ads-b adsb in remote id aircraft',
  esc: 'speed controller motor bldc 4in1 4-in-1 four-in-one',
  converter: 'pwm ppm sbus pulse serial servo expander',
  sensor: 'lidar rangefinder range airspeed pitot baro optical flow rssi current temperature',
  telemetry: 'modem telem radio 433 868 915',
  computer: 'companion sbc onboard',
  switch: 'relay power switch mosfet',
  light: 'spotlight lamp landing light headlight',
  release: 'drop parachute payload hook chute',
  servo: 'actuator aileron elevator rudder',
  power: 'pdb bec ubec regulator step-down distribution',
  tool: 'bench programmer usb adapter power supply psu',
}
