import { writeFileSync } from 'node:fs'
import fc from 'fast-check'
import { adopt, analyse } from '#core/engine'
import { allocated } from './helpers/plans'
import { randomPlan, shippedPlan } from './helpers/random-plan'
const out: Record<string, unknown> = {}
const put = (name: string, plan: any) => { try { const a: any = analyse(plan); out[name] = a.findings.map((f: any) => [f.id, f.severity, f.fact, f.fixes.map((x: any) => x.label)]) } catch (e) { out[name] = String(e) } }
for (const name of ['spillway-hex','culvert-scout','fellside-mapper'] as const) put(name, allocated(name))
const N = Number(process.env.N ?? 1000)
fc.sample(randomPlan(12), { numRuns: N, seed: 4711 }).forEach((p: any, i: number) => { try { const a: any = analyse(p); put('r' + i, p); put('ra' + i, adopt(p, a.proposal ?? a.allocation)) } catch (e) { out['rx'+i]=String(e) } })
fc.sample(shippedPlan(12), { numRuns: N, seed: 4712 }).forEach((p: any, i: number) => { try { const a: any = analyse(p); put('sa' + i, adopt(p, a.proposal ?? a.allocation)) } catch (e) { out['sx'+i]=String(e) } })
writeFileSync(process.argv[2]!, JSON.stringify(out, null, 1))
console.log(Object.keys(out).length)
