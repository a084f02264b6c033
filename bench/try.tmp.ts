import { Kernels } from '@stilus/core/kernels'
import { PlanarTracker, PointTracker, POINT_OPTIONS } from '@stilus/core/motion'
import { through, multiply, invert } from '@stilus/core/matrix'
import { LumaClip } from '/work/main/bench/luma'
import { TruthReader } from '/work/main/demo/truth/read'
const k = new Kernels(400*1048576)
const truth = new TruthReader('/work/main/demo/truth')
const med=(a:number[])=>a.slice().sort((x,y)=>x-y)[a.length>>1]
const free = {scale:true,rotation:true,shear:true,perspective:true}
function planar(clip: LumaClip, quads:(n:number)=>number[][], count:number, hold?: (n:number)=>any, start=Number(process.env.START??0)){
  const q0 = quads(start); const G=Number(process.env.GROW??0); const cx=q0.reduce((a,c)=>a+c[0],0)/4, cy=q0.reduce((a,c)=>a+c[1],0)/4; const q=q0.map(([x,y])=>[x+G*Math.sign(x-cx),y+G*Math.sign(y-cy)])
  const inside=(x:number,y:number)=>{ // point in quad
    let s=0; for(let i=0;i<4;i++){const a=q[i],b=q[(i+1)%4]; const c=(b[0]-a[0])*(y-a[1])-(b[1]-a[1])*(x-a[0]); if(c>0)s++; else s--} return Math.abs(s)===4?1:0}
  const xs=q.map(p=>p[0]),ys=q.map(p=>p[1])
  const first=clip.pyramid(k,start)
  const hold0 = hold?.(start)
  const t=new PlanarTracker(k,first,(x,y)=>inside(x,y)*(hold0?1-hold0.data[Math.min(719,Math.floor(y))*1280+Math.min(1279,Math.floor(x))]:1),[Math.min(...xs),Math.min(...ys),Math.max(...xs),Math.max(...ys)],{freedom:free,lens:process.env.LENS?{bend:Number(process.env.LENS)/(640*640+360*360),centre:[640,360]}:undefined})
  console.log('usable',t.usable, 'box', xs,ys)
  k.free(...first)
  const errs:number[]=[]; const mean=new Array(8).fill(0); let ms=0, line=''
  const list=start>0&&process.env.BACK? Array.from({length:start},(_,i)=>start-1-i):Array.from({length:count-1-start},(_,i)=>start+1+i);
  for(const n of list){
    const p=clip.pyramid(k,n)
    let h; if(hold){const m=hold(n); h=k.plane(1280,720); h.data.set(m.data)}
    const b=performance.now(); const f=t.follow(p,h); ms+=performance.now()-b
    k.free(...p); if(h)k.free(h)
    const g=quads(n)
    const e=q0.map((c,i)=>{const [x,y]=f.place(c[0],c[1]); return Math.hypot(x-g[i][0],y-g[i][1])})
    errs.push(...e); q0.forEach((c,i)=>{const [x,y]=f.place(c[0],c[1]); mean[i*2]+=x-g[i][0]; mean[i*2+1]+=y-g[i][1]}); if(process.env.SIGNED&&n%4===0) console.log(n, q0.map((c,i)=>{const [x,y]=f.place(c[0],c[1]); return (x-g[i][0]).toFixed(2)+' '+(y-g[i][1]).toFixed(2)}).join('   '))
 if(n%6===0||f.lost) line+=` ${n}:${Math.max(...e).toFixed(2)}/${f.quality.toFixed(2)}${f.lost?'L':''}`
  }
  console.log(line)
  console.log('mean',mean.map(v=>(v/list.length).toFixed(2)).join(' '));  console.log('median',med(errs).toFixed(3),'worst',Math.max(...errs).toFixed(3),'ms/frame',(ms/list.length).toFixed(1))
}
const which=process.argv[2]
if(which==='cart'){
  const t=truth.numbers('cart-comes'); const clip=new LumaClip('/work/main/demo/media/'+t.file,1280,720)
  for (const part of ['sign'] as const) { const quads=(n:number)=>[[0,0],[1,0],[1,1],[0,1]].map(([u,v])=>through((t.frames[n] as any)[part],u,v))
  console.log(part, JSON.stringify(quads(0)), JSON.stringify(quads(t.count-1)))
  planar(clip,quads,t.count) }
}
if(which==='bench'){
  const t=truth.numbers('bench-tablet'); const clip=new LumaClip('/work/main/demo/media/'+t.file,1280,720)
  const quads=(n:number)=>t.frames[n].corners as number[][]
  console.log(JSON.stringify(quads(0)))
  planar(clip,quads,t.count,(n)=>truth.channel('bench-tablet-arm',n))
}
if(which==='flags'){
  const t=truth.numbers('two-flags'); const clip=new LumaClip('/work/main/demo/media/'+t.file,1280,720)
  for(const c of ['red','blue'] as const){
    let start=0; if(c==='blue') while(!t.frames[start].blueVisible) start++
    const vis=t.frames.map(f=>c==='red'||f.blueVisible); console.log(vis.map(v=>v?'1':'0').join(''))
    const p=clip.pyramid(k,start); const tr=new PointTracker(k,p,t.frames[start][c],{...POINT_OPTIONS,...JSON.parse(process.env.OPT??'{}')}); k.free(...p)
    let line='',worst=0,sum=0,cnt=0,ms=0
    for(let n=start+1;n<t.count;n++){ const p=clip.pyramid(k,n); const b=performance.now(); const f=tr.follow(p); ms+=performance.now()-b; k.free(...p)
      const g=t.frames[n][c]; const e=Math.hypot(f.place[0]-g[0],f.place[1]-g[1]); if(vis[n]&&!f.lost){worst=Math.max(worst,e);sum+=e*e;cnt++}
      if(n<50&&(n%2===0||f.lost||e>1)) line+=` ${n}:${e.toFixed(2)}/${f.quality.toFixed(2)}${f.lost?'L':''}${vis[n]?'':'h'}` }
    console.log(c,line); console.log('rms',Math.sqrt(sum/cnt).toFixed(3),'worst',worst.toFixed(2),'ms',(ms/(t.count-start)).toFixed(1), JSON.stringify(t.frames[start][c]))
  }
}
