import fc from 'fast-check'
import { readExr } from '../formats/exr'
import { decode } from 'fast-png'
import { unzipSync } from 'fflate'
import type { Frame } from '../frame'
import { testKernels } from '../testing/pictures'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { type Delivery, encodingFor } from './delivery'
import { encodePicture } from './encode'
import { type DeliveryPorts, makeDelivery } from './make'

const k = testKernels(16)
afterEach(() => expect(k.used).toBe(0))

const sound = { channels: 2, sampleRate: 48000, codec: 'aac' }
const project = withEdit(
  { ...testProject(), media: [medium('m1', { sound }), medium('m2')] },
  { shots: [shot('s1', 'm1', { sound: 0 }), shot('s2', 'm2', { start: 48 })] },
)
const delivery = (change: Partial<Delivery> = {}): Delivery => ({
  what: { kind: 'sequence' },
  container: 'mp4',
  quality: 'high',
  depth: 8,
  ...change,
})

/** Ports that write down what they are asked for. A frame is one byte, its number; frame `bad` cannot be rendered. */
function noted(change: { bad?: number; stop?: AbortController; stopAt?: number } = {}) {
  const log: string[] = []
  const bytes: Uint8Array[] = []
  let making = 0
  let most = 0
  const ports: DeliveryPorts = {
    ahead: 3,
    async render(_, frame) {
      most = Math.max(most, ++making)
      await new Promise((resolve) => setTimeout(resolve, (frame * 7) % 4))
      making--
      if (frame === change.bad) throw new Error(`Frame ${frame} cannot be rendered.`)
      return { data: Uint8Array.of(frame) }
    },
    media: {
      sound: (_, from, to) => {
        const n = Math.round((to - from) * 48000)
        return Promise.resolve({ sampleRate: 48000, channels: [new Float32Array(n).fill(0.5)] })
      },
    },
    movie: () =>
      Promise.resolve({
        codec: 'noted',
        picture: ([code], n) => {
          log.push(`picture ${n}`)
          expect(code).toBe(n)
          if (n === change.stopAt) change.stop?.abort()
          return Promise.resolve()
        },
        sound: ([left], from) => Promise.resolve(void log.push(`sound ${from} ${left.length}`)),
        finish: () => Promise.resolve(void log.push('finish')),
        cancel: () => Promise.resolve(void log.push('cancel')),
      }),
    file: () =>
      Promise.resolve({
        write: (piece) => Promise.resolve(void bytes.push(piece)),
        close: () => Promise.resolve(void log.push('close')),
      }),
  }
  return { ports, log, bytes, most: () => most }
}

const run = (signal = new AbortController().signal) => ({ signal, progress: () => undefined })

it('hands over pictures in order with the sound of each second before them, and finishes', async () => {
  const { ports, log, most } = noted()
  expect(await makeDelivery(project, delivery(), ports, run())).toBe('noted')
  const seconds = Array.from({ length: 4 }, (_, s) => [
    `sound ${s * 48000} 48000`,
    ...Array.from({ length: 24 }, (_, f) => `picture ${s * 24 + f}`),
  ])
  expect(log).toEqual([...seconds.flat(), 'finish'])
  expect(most()).toBe(3)
})

it('cancels its writer when it is stopped or a frame fails, and writes nothing more', async () => {
  const stop = new AbortController()
  const stopped = noted({ stop, stopAt: 10 })
  await expect(makeDelivery(project, delivery(), stopped.ports, run(stop.signal))).rejects.toThrow('aborted')
  expect(stopped.log.slice(-2)).toEqual(['picture 10', 'cancel'])
  const failing = noted({ bad: 5 })
  await expect(makeDelivery(project, delivery(), failing.ports, run())).rejects.toThrow('Frame 5 cannot')
  expect(failing.log.slice(-2)).toEqual(['picture 4', 'cancel'])
})

it('puts pictures into an archive under numbered names', async () => {
  const { ports, bytes, log } = noted()
  const what = { kind: 'shot', shotId: 's2', handles: 0 } as const
  await makeDelivery(project, delivery({ what, container: 'png' }), ports, run())
  const files = unzipSync(Buffer.concat(bytes))
  expect(Object.keys(files)).toHaveLength(48)
  expect([...(files['Test - s2.000047.png'] ?? [])]).toEqual([47])
  expect(log).toEqual(['close'])
})

it.each([
  [{ container: 'mp4', alpha: 'straight' }, /MP4 cannot hold transparency/],
  [{ container: 'exr', alpha: 'straight' }, /EXR holds colour times alpha/],
] as const)('refuses %j before it begins', async (change, message) => {
  const { ports, log } = noted()
  await expect(makeDelivery(project, delivery(change), ports, run())).rejects.toThrow(message)
  expect(log).toEqual([])
})

/** One pixel of premultiplied linear light. */
const pixel = (values: readonly number[]): Frame => k.frameOf(1, 1, Float32Array.from(values))
const made = async (frame: Frame, change: Partial<Delivery>) => {
  const data = await encodePicture(k, frame, encodingFor(delivery(change)), 'clip')
  k.free(frame)
  return data
}

it('writes PNG with alpha straight, premultiplied or on black, marked as sRGB', async () => {
  const half = [0.25, 0.25, 0.25, 0.5]
  const codes = async (alpha: Delivery['alpha'], depth: 8 | 16) => {
    const png = decode((await made(pixel(half), { container: 'png', alpha, depth })) as Uint8Array)
    return [...png.data]
  }
  // sRGB of a half is 188, of a quarter 137.
  expect(await codes('straight', 8)).toEqual([188, 188, 188, 128])
  expect(await codes('premultiplied', 8)).toEqual([137, 137, 137, 128])
  expect(await codes('none', 8)).toEqual([137, 137, 137, 255])
  expect((await codes('premultiplied', 16))[3]).toBe(32768)
  const png = await made(pixel(half), { container: 'png' })
  expect(String.fromCharCode(...png.slice(37, 41))).toBe('sRGB')
})

it('writes EXR as it is, beyond black and white, and opaque on black', async () => {
  const values = [-0.25, 50, 0.5, 0.75]
  const exr = async (alpha: Delivery['alpha']) =>
    readExr((await made(pixel(values), { container: 'exr', depth: 32, alpha })) as Uint8Array<ArrayBuffer>)
  expect([...(await exr('premultiplied')).data]).toEqual(values)
  expect([...(await exr('none')).data]).toEqual([...values.slice(0, 3), 1])
})

it('gives video a plane of alpha, and colour that goes on where nothing is seen', async () => {
  const [width, height] = [32, 16]
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 30 }), async (edge) => {
      const data = new Float32Array(width * height * 4)
      for (let i = 0; i < width * height; i++) if (i % width < edge) data.set([0.8, 0.1, 0.1, 1], i * 4)
      const planes = await made(k.frameOf(width, height, data), { container: 'webm', alpha: 'straight' })
      const n = width * height
      expect(planes).toHaveLength(n * 2.5)
      const row = [...planes.slice(n * 1.5, n * 1.5 + width)]
      expect(row).toEqual(Array.from({ length: width }, (_, x) => (x < edge ? 255 : 0)))
      // The first column that is not seen has the luma and chroma of the last one that is.
      expect(Math.abs((planes[edge] as number) - (planes[edge - 1] as number))).toBeLessThanOrEqual(1)
      const chroma = (x: number) => planes[n + (x >> 1)] as number
      expect(Math.abs(chroma(edge) - chroma(0))).toBeLessThanOrEqual(1)
    }),
    { numRuns: 12 },
  )
})
