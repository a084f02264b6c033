import { Kernels } from '@stilus/core/kernels'
import { through, multiply, invert } from '@stilus/core/matrix'
import { makeTemplate, register, poseOf } from '@stilus/core/motion'
import { LumaClip } from '/work/main/bench/luma'
import { TruthReader } from '/work/main/demo/truth/read'
const k = new Kernels(400*1048576)
const truth = new TruthReader('/work/main/demo/truth')
const t=truth.numbers('cart-comes'); const clip=new LumaClip('/work/main/demo/media/'+t.file,1280,720)
const A=Number(process.argv[2]??0)
const still={scale:false,rotation:false,shear:false,perspective:false}
const wins:{[n:string]:number[]}={ all:[0,0,1,1], left:[0,0,.25,1], right:[.75,0,1,1], mid:[.3,.25,.7,.75], top:[0.1,0,.9,.18], bottom:[0.1,.82,.9,1], tl:[0,0,.2,.3], tr:[.8,0,1,.3], bl:[0,.7,.2,1], br:[.8,.7,1,1]}
const first=clip.pyramid(k,A)
const hA=t.frames[A].sign as any
const inv=invert(hA)
for(const n of [10,20,30,40,50,60,70,75]){
 const p=clip.pyramid(k,n); const map=multiply(t.frames[n].sign as any,inv)
 let line=''+n
 for(const [name,[l,tt,r,b]] of Object.entries(wins)){
  const inside=(x:number,y:number)=>{const [u,v]=through(inv,x,y); return u>=l&&u<=r&&v>=tt&&v<=b?1:0}
  const c=[[l,tt],[r,tt],[r,b],[l,b]].map(([u,v])=>through(hA,u,v))
  const tm=makeTemplate(first,inside,[Math.min(...c.map(q=>q[0])),Math.min(...c.map(q=>q[1])),Math.max(...c.map(q=>q[0])),Math.max(...c.map(q=>q[1]))])
  const f=register(k,tm,p,poseOf(tm,map),{freedom:still,from:0,rounds:20})
  const a=through(poseOf(tm,map).map,0,0), bb=through(f.map,0,0)
  line+=`  ${name} ${(bb[0]-a[0]).toFixed(2)},${(bb[1]-a[1]).toFixed(2)}`
 }
 console.log(line); k.free(...p)
}
