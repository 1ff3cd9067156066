import { demoPlans } from '../cli/files'
import { analyse, adopt, settle } from '#core/engine'
for (const { plan } of demoPlans()) {
  const t0=performance.now()
  const a = analyse(plan); const t1=performance.now()
  const next = adopt(plan, a.proposal)
  const s = settle(next); const t2=performance.now()
  console.log('\n##', plan.name, (t1-t0).toFixed(0),'ms',(t2-t1).toFixed(0),'ms', a.proposal.score, a.proposal.proven, a.proposal.nodes, s.analysis.current)
  for (const [k,p] of Object.entries(a.proposal.assignment)) console.log(k.padEnd(26), p.place, p.protocol??'', p.baud??'', p.during??'', a.proposal.reasons[k]!.filter(r=>r.risk).map(r=>r.text+'['+r.risk+']').join('; '))
  console.log('unmet', a.proposal.unmet); console.log(a.proposal.supplies)
  for (const f of s.analysis.findings) console.log(f.severity, f.rule, f.fact, '->', f.fixes.map(x=>x.label).join(' | '))
  console.log(s.analysis.wires.length,'wires', s.analysis.drawing.width, s.analysis.drawing.height)
}
