import { demoPlans } from '../../cli/files'
import { adopt, analyse, settle } from '#core/engine'
import { row } from './figures'

const runs = 40

for (const { id, plan } of demoPlans()) {
  const placed = adopt(plan, analyse(plan).proposal)
  const [receiver, overlay] = [plan.assignment['receiver/rc'], 'overlay/text']
  const fromNothing: number[] = []
  const afterLock: number[] = []
  for (let turn = 0; turn < runs; turn += 1) {
    let start = performance.now()
    analyse({ ...plan, note: `${turn}` })
    fromNothing.push(performance.now() - start)
    start = performance.now()
    settle({
      ...placed,
      locks: { [overlay]: placed.assignment['receiver/rc']?.place ?? '' },
      note: `${turn} ${String(receiver)}`,
    })
    afterLock.push(performance.now() - start)
  }
  row(`${id}: allocation, findings, wires, drawing, grid`, fromNothing)
  row(`${id}: the same after a lock`, afterLock)
}
