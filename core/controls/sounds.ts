import { figure } from '../units'
import type { FittedDevice, ResolvedPlan } from '../plan'
import { pulseOutputs } from './names'

/** How a buzzer is made to sound. */
export interface Sound {
  fitted: FittedDevice
  /** Whether this board has what the buzzer wants, and what that is. */
  suits: boolean
  by: string
  /** Whether a switch of the handset makes it sound. */
  switched: boolean
  /** What makes it sound. */
  when: string[]
  /** What is left of it once the battery is gone. */
  without: string
}

/** Each buzzer of the fit-out: how this board drives it, what makes it sound, and what remains without a battery. */
export function soundsOf(resolved: ResolvedPlan): Sound[] {
  const { board, plan, devices } = resolved
  const driver = board.pins.find(({ functions }) => functions.some((each) => each.as === 'buzzer'))
  const jobs = Object.values(plan.controls.jobs).filter(({ does }) => does === 'beeper')
  const switches = jobs.map(({ channel, from, to }) => `channel ${channel} from ${from} to ${figure(to, 'µs')}`)
  return devices
    .filter(({ device }) => device.class === 'buzzer')
    .map((fitted): Sound => {
      const pulse = pulseOutputs(resolved).find(({ need }) => need.fitted.id === fitted.id)
      const without = fitted.device.selfPowered
        ? 'it sounds by its own battery, and so finds a craft that has lost its own'
        : 'it is silent'
      if (pulse) {
        const { output } = pulse
        const channel = output?.by === 'channel' ? output.channel : undefined
        return {
          fitted,
          suits: true,
          by: 'It has three leads and sounds by a pulse: any output of servo pulses drives it, the driver pad does not.',
          switched: channel !== undefined,
          when:
            channel === undefined ? [] : [`channel ${channel}, from ${figure(pulse.need.need.triggers?.at ?? 1500, 'µs')} on`],
          without,
        }
      }
      return {
        fitted,
        suits: driver !== undefined,
        by: driver
          ? `It is switched by a driver, and ${board.name} has one that bears ${Math.round(driver.drive * 1000)} mA.`
          : `It wants a driver pad, which ${board.name} does not have: take a buzzer of three leads, on an output.`,
        switched: driver !== undefined && switches.length > 0,
        when: driver ? [...switches, 'low battery voltage', 'lost control link'] : [],
        without,
      }
    })
}
