import { demoPlans, shippedLibrary } from '../cli/files'
import { layOut, solveProblem, forcePlace, alternatives, conflictOf, waysOut, compareBoards, sortBoards, possibleAdditions } from '#core/allocation'
import { resolvePlan } from '#core/plan'
const lib = shippedLibrary()
for (const { plan } of demoPlans(lib)) {
  const T=(l:string,f:()=>any)=>{const t=performance.now(); const r=f(); console.log(plan.name,l,(performance.now()-t).toFixed(0),'ms'); return r}
  T('warm',()=>{for(let i=0;i<5;i++) solveProblem(layOut(resolvePlan(plan)),plan)})
  const problem=T('layout',()=>layOut(resolvePlan({...plan})))
  const base=T('solve',()=>solveProblem(problem,plan))
  let n=0,mx=0; T('grid',()=>{ for (const w of problem.wants) if (w.need) for (const o of w.offers) if (o.candidates.length) { const t=performance.now(); forcePlace(problem,plan,base,w.key,o.place); n++; mx=Math.max(mx,performance.now()-t)} }); console.log(n,'cells max',mx.toFixed(1))
  const alts=T('alts',()=>alternatives(problem,plan,base,3)); for (const a of alts) console.log('  alt',JSON.stringify(a.score),'gives',a.gives.map((g:any)=>g.key+': '+g.reason.text).slice(0,3),'saves',a.saves.map((g:any)=>g.key+': '+g.reason.text).slice(0,2),'loses',a.loses)
  for (const u of base.unmet) { const c=T('conflict',()=>conflictOf(problem,base,u)); console.log('  conflict',u,c.needs,c.choices); const w=T('ways',()=>waysOut(problem,base,c,Object.values(lib.boards))); console.log(w.map((x:any)=>x.label)) }
  const fits=T('boards',()=>sortBoards([...compareBoards(plan,Object.values(lib.boards))])); for (const f of fits) console.log('  ',f.name,f.revision,f.verdict,f.score.unmetMusts,f.score.unmetWishes.join('/'),f.score.risk,f.sparePorts,f.spareCurrent.toFixed(2),f.mass,f.batterySuits,f.proven)
  const add=T('add',()=>[...possibleAdditions(plan,Object.values(lib.devices),lib.protocols)]); console.log('  can add',add.filter((a:any)=>a.fits).length,'of',add.length)
}
