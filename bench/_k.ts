import { Kernels, gaussian, encodeRgba8, encodeI420, decode, mixInto } from '@stilus/core/kernels'
import { findStep } from '@stilus/core/steps'
import { defaults } from '@stilus/core/params'
import { rasterise } from '@stilus/core/region'
const k = new Kernels(800 * 1048576)
const [w, h] = [1920, 1080]
const f = k.frame(w, h); for (let i = 0; i < f.data.length; i++) f.data[i] = i % 4 === 3 ? 1 : Math.random()
const g = k.frame(w, h)
const time = (name: string, run: () => void, n = 12) => { for (let i = 0; i < 5; i++) run(); const t = []; for (let i = 0; i < n; i++) { const a = performance.now(); run(); t.push(performance.now() - a) } t.sort((a, b) => a - b); console.log(name.padEnd(24), t[0].toFixed(1), t[n >> 1].toFixed(1)) }
time('copy', () => g.data.set(f.data))
time('mix const', () => mixInto(k, f, g, 0.5))
const st = findStep('grade')!
const gr = (v: object) => () => k.free(st.render({ kernels: k, input: f, values: { ...defaults(st.params), ...v } as never, scale: 1 }))
time('grade matrix', gr({ exposure: 1 }))
time('grade contrast', gr({ contrast: 1.2 }))
time('grade gamma', gr({ gamma: [1.1, 1, 1] }))
time('grade all', gr({ exposure: 1, contrast: 1.2, gamma: [1.1, 1, 1], saturation: 1.1, lift: [0.1, 0, 0] }))
for (const s of [1, 3, 5, 8, 20, 80]) time('gauss ' + s, () => k.free(gaussian(k, f, s, s, 'clamp')))
time('encode8', () => void encodeRgba8(k, f, 'opaque'))
time('encode420', () => void encodeI420(k, f))
const y = new Uint8Array(w * h).fill(100), u = new Uint8Array(w * h / 4).fill(120)
time('decode420', () => k.free(decode(k, { kind: 'yuv', width: w, height: h, bits: 8, subsampling: [1, 1], matrix: 'bt709', range: 'limited', y, u, v: u, strideY: w, strideC: w / 2 })))
const rgba = new Uint8Array(w * h * 4).fill(100)
time('decode rgba8', () => k.free(decode(k, { kind: 'rgba', width: w, height: h, data: rgba })))
time('matte', () => k.free(rasterise(k, w, h, 1, [{ kind: 'ellipse', join: 'add', centre: [900, 500], size: [800, 600], angle: 10, feather: 80 }], false)))
