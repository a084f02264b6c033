// Writes what comes along with the edit: tsx demo/extras/write.ts. Cards, logo, lists, tables, the edit itself and the score (ffmpeg).
import { spawnSync } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { writeEdl, writeOtio } from '@stilus/core/formats'
import { score } from '../sound/score'
import { toPcm } from '../sound/synth'
import {
  endCard,
  flatten,
  type Layer,
  logo,
  openRaster,
  paintLayer,
  placeholder,
  png,
  svg,
  titleCard,
  word,
} from './cards'
import { timeline } from './edit'
import { cdl, cube, harbourNight, lamplight, ROSTER, SECONDS, subtitles } from './lists'

const MEDIA = fileURLToPath(new URL('../media/', import.meta.url))
const KIT = fileURLToPath(new URL('../kit/', import.meta.url))
mkdirSync(KIT, { recursive: true })

const still = (layers: Layer[], width: number, height: number) =>
  png(flatten(layers.map((layer, i) => paintLayer(layer, width, height, i))), width, height)

writeFileSync(`${MEDIA}title-card.png`, still(titleCard, 1280, 720))
writeFileSync(`${MEDIA}end-card.png`, still(endCard, 1280, 720))
// They ride on the flags: placed as those lie in frame 5 of their shot.
writeFileSync(`${MEDIA}word-moon.png`, still(word('MOON', 196, 190, 44), 1280, 720))
writeFileSync(`${MEDIA}word-comet.png`, still(word('COMET', 980, 250, 36), 1280, 720))
writeFileSync(`${MEDIA}placeholder-chart.png`, still(placeholder(['CHART', 'TO COME']), 1280, 720))
writeFileSync(`${MEDIA}placeholder-flight.png`, still(placeholder(['ROOF TOUR', 'TO COME']), 1280, 720))
writeFileSync(`${KIT}title-card.ora`, openRaster(titleCard, 1280, 720))
writeFileSync(`${KIT}title-card.svg`, svg(titleCard, 1280, 720))
writeFileSync(`${KIT}end-card.svg`, svg(endCard, 1280, 720))
writeFileSync(`${KIT}logo.png`, still(logo, 512, 256))
writeFileSync(`${KIT}logo.svg`, svg(logo, 512, 256))
writeFileSync(`${KIT}lamplight.cube`, cube('Lamplight', 25, lamplight))
writeFileSync(`${KIT}harbour-night.cube`, cube('Harbour night', 17, harbourNight))
writeFileSync(`${KIT}dusk.cdl`, cdl())
writeFileSync(`${KIT}roster.csv`, ROSTER)
writeFileSync(`${KIT}the-tin-comet.srt`, subtitles())

writeFileSync(`${KIT}the-tin-comet.edl`, writeEdl(timeline()).text)
writeFileSync(`${KIT}the-tin-comet.otio`, writeOtio(timeline()))

const pcm = toPcm(score(SECONDS))
const made = spawnSync(
  'ffmpeg',
  [
    '-y',
    '-v',
    'error',
    '-f',
    's16le',
    '-ar',
    '48000',
    '-ac',
    '2',
    '-i',
    'pipe:0',
    '-c:a',
    'aac',
    '-b:a',
    '160k',
    '-movflags',
    '+faststart',
    `${MEDIA}score.m4a`,
  ],
  { input: pcm },
)
if (made.status !== 0) throw new Error(`ffmpeg did not write the score: ${made.stderr.toString()}`)
