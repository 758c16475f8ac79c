import { measureReport, loadCollider, drawRig, applyEdit, placeSetup, placeSolids } from '@zucchini/core';
import { createDemoRigFile, readDemoCatalogue } from '../tools/demo-files.ts';
import { takeRig, growReal } from './real.ts';
const cat = readDemoCatalogue(); const col = await loadCollider();
const which = process.argv[2];
const r = which==='barge'? takeRig(createDemoRigFile('barge',cat),'j-sweeps') : which==='46' ? growReal(createDemoRigFile('barge',cat),46,'j-sweeps'): takeRig(createDemoRigFile(which!,cat),'j-yoke');
const from = r.rig.setups[0]!.joints.find(j=>j.id===r.jointId)!.slideMm;
const make=(i:number)=>applyEdit(r.rig,{type:'slide',setupId:r.setupId,jointId:r.jointId,slideMm:from+i%10});
{ const a=placeSetup(make(1), make(1).setups[0]!, r.parts), b=placeSetup(make(2), make(2).setups[0]!, r.parts); for (const p of a.items) placeSolids(p); let same=0; const moved:string[]=[]; b.items.forEach((p,i)=>{ if(placeSolids(p)===placeSolids(a.items[i]!)) same++; else moved.push(p.item.id+(p.moved.size?'*':''));}); console.log('same',same,'of',b.items.length, moved.join(' ')); }
const go=(n:number)=>{ for(let i=0;i<n;i++){ drawRig(measureReport(make(i),r.setupId,r.parts,{collider:col, oneLens:true}).assembly,'near'); } };
go(100); const t=performance.now(); go(600); console.log(which,(performance.now()-t)/600);
