import { shippedProcedures } from '@calvik/core';
import { applicationsOf, countRun } from '@calvik/core/bedding';
import { simulateDrive } from '../src/instruments/drive';
test('x', () => {
  const schools = shippedProcedures.filter((p) => !p.isMachine);
  const bad: Record<string, number> = {}; let n=0, exact=0, f=0, fok=0; const miss: Record<string, number> = {}; const shown: string[]=[]; let ts=0,tc=0;
  for (let i=0;i<1000;i++){
    const p = schools[i%7]!; const hz=[1,5,10][Math.floor(i/7)%3]!;
    let t=Date.now();
    const d = simulateDrive({wanted: applicationsOf(p.series), cooling: {...p.cooling, minutes:1}}, {seed:'t'+i,hz,noiseKmh:0.8,faultShare:0.15,dropOutsPerMin:0.3,bendShare:0.15});
    ts+=Date.now()-t; t=Date.now();
    const c = countRun({...p,cooling:{...p.cooling,minutes:1}}, d.samples); n++; tc+=Date.now()-t;
    const want = d.truth.filter(t=>t.isCounted).length;
    const all = c.counted===want && c.applications.length===d.truth.length;
    if (c.counted===want && c.phase!=='gathering') exact++; else { const k=p.name+' '+hz; bad[k]=(bad[k]??0)+1; if(shown.length<12) shown.push(k+` i${i} counted ${c.counted}/${want} apps ${c.applications.length}/${d.truth.length} phase ${c.phase} `+c.applications.map(a=>`${a.isCounted?'':'!'}${a.fromKmh}>${a.toKmh}@${a.decelG}`).join(' ')); }
    d.truth.forEach((t,j)=>{ const got=c.applications[j]?.faults??['none']; const wants=t.fault?[t.fault]:[]; f++; if (JSON.stringify(got)===JSON.stringify(wants)) fok++; else if(all) { const k=`${hz} ${p.name.slice(0,12)} want ${wants} got ${got}`; miss[k]=(miss[k]??0)+1; } });
  }
  console.log(n, exact, exact/n, 'faults', fok/f, ts,tc, bad, shown.join('\n'), Object.entries(miss).sort((a,b)=>b[1]-a[1]).slice(0,30));
});
