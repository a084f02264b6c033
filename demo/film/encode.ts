// Composes and encodes the film and writes its truth: tsx demo/film/encode.ts [shot …]. Needs the traced pictures and ffmpeg.
import { once } from 'node:events'
import { copyFileSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { encodeI420 } from '@stilus/core/kernels'
import { effects } from '../sound/effects'
import { toPcm } from '../sound/synth'
import { Composer } from './composer'
import { MEDIA, writer } from './ffmpeg'
import { finder, finish } from './finish'
import { type Shot } from './shot'
import { SHOTS } from './shots'
import { WORK } from './tracer'
import { TruthWriter } from './truth'

async function make(shot: Shot): Promise<void> {
  const c = new Composer()
  const size = shot.size ?? { width: 1280, height: 720 }
  const sound = join(mkdtempSync(join(tmpdir(), 'stilus-')), 'sound.raw')
  const fps = shot.rate.num / shot.rate.den
  writeFileSync(sound, toPcm(effects(shot.name, shot.frames / fps)))
  // What is there stays until the new clip is whole.
  mkdirSync(WORK, { recursive: true })
  const unfinished = join(WORK, shot.file)
  const film = writer(unfinished, size, `${shot.rate.num}/${shot.rate.den}`, shot.quality ?? 20, sound)
  const truth = new TruthWriter(shot, size)
  for (let n = 0; n < shot.frames; n++) {
    const at = finder(shot, n)
    await truth.add(c, n, at)
    const picture = finish(c, shot, n, shot.compose(c, n, at))
    if (!film.stdin.write(encodeI420(c.k, picture))) await once(film.stdin, 'drain')
    c.next()
  }
  film.stdin.end()
  const [code] = (await once(film, 'close')) as [number]
  if (code !== 0) throw new Error(`ffmpeg stopped with ${code} on ${shot.file}.`)
  copyFileSync(unfinished, join(MEDIA, shot.file))
  await truth.close()
}

const names = process.argv.slice(2)
for (const shot of SHOTS.filter((s) => !names.length || names.includes(s.name))) {
  const began = Date.now()
  await make(shot)
  console.log(`${shot.name}: ${shot.frames} frames in ${Math.round((Date.now() - began) / 1000)} s`)
}
