import { execFileSync, spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { canvasText } from './canvas-text'
import { type Coat, COAT_FORMS, type CoatKind } from '@stilus/core/coats'
import { type Kernels, overInto } from '@stilus/core/kernels'
import {
  drawText,
  filesOf,
  Fonts,
  layOut,
  openTypeface,
  type Setting,
  type Typeface,
  Typesetter,
} from '@stilus/core/lettering'
import { defaults } from '@stilus/core/params'

const folder = join(import.meta.dirname, '../app/public/fonts')
const fonts = new Fonts()

export const SETTING: Setting = {
  text: '',
  ranges: [],
  family: 'barlow-condensed',
  weight: 600,
  italic: false,
  case: 'typed',
  features: {},
  language: '',
  axes: {},
  size: 64,
  tracking: 0,
  align: 'start',
  direction: 'auto',
  leading: 1.2,
  before: 0,
  indent: 0,
  hang: false,
  box: [0, 0],
  level: 'top',
  shrink: false,
  emphasis: { weight: 700 },
  down: false,
  columns: 1,
  gap: 0,
  tab: 0,
}
const coat = (kind: CoatKind, values: object = {}): Coat => ({
  kind,
  values: { ...defaults(COAT_FORMS[kind]), ...values },
  stops: [],
})

/** A plate, a shadow, a glow, an edge and a fill. */
const COATS = [
  coat('plate', { pad: [30, 16], round: 12 }),
  coat('shadow', { offset: [3, 4], blur: 6 }),
  coat('glow', { blur: 12 }),
  coat('edge', { width: 3 }),
  coat('fill'),
]

async function opened(...settings: Setting[]): Promise<Map<string, Typeface>> {
  const open = new Map<string, Typeface>()
  for (const setting of settings)
    for (const id of filesOf(setting, fonts))
      if (!open.has(id)) open.set(id, await openTypeface(id, readFileSync(join(folder, id))))
  return open
}

const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1] as number
function timed(times: number, work: (i: number) => void): number {
  const out: number[] = []
  for (let i = 0; i < times; i++) {
    const began = performance.now()
    work(i)
    out.push(performance.now() - began)
  }
  return median(out)
}

export interface LetterTimes {
  floor: number
  first: number
  byBlock: number
  byLetter: number
  colours: number
  places: number
  layout: number
  page: number
  /** A plain fill of 60 letters at 120 px. */
  plain: number
}

/** Three lines of 20 letters. */
const PLAIN = ['amber lantern keeper', 'harbour wide at dusk', 'the comet of the tin']

/** Milliseconds of setting and drawing text, beside the floor: one frame of 1920x1080 laid over another. */
export async function letterTimes(k: Kernels): Promise<LetterTimes> {
  const size = { width: 1920, height: 1080 }
  const setting = { ...SETTING, text: 'Wilhelmina Achterberg\nkeeper of lanterns' }
  const map = (i: number) => [1, 0, 200 + i * 0.37, 0, 1, 800] as const
  const a = k.frame(size.width, size.height)
  const b = k.frame(size.width, size.height)
  a.data.fill(0.4)
  b.data.fill(0.2)
  const floor = timed(15, () => overInto(k, a, b))
  k.free(a, b)
  const open = await opened(setting, { ...setting, family: 'source-serif-4', weight: 400 })
  const fresh = () => new Typesetter(fonts, (id) => open.get(id))
  const typesetter = fresh()
  const draw = (lettered: Partial<Parameters<typeof drawText>[3]>, own = typesetter) => {
    const drawn = drawText(k, size, own, {
      setting,
      coats: COATS,
      order: 'block',
      map: [1, 0, 200, 0, 1, 800],
      ...lettered,
    })
    if (drawn) k.free(drawn.frame)
  }
  const began = performance.now()
  const first = await opened(setting)
  draw({}, new Typesetter(fonts, (id) => first.get(id)))
  const very = performance.now() - began
  const sized = (i: number) => ({ ...setting, size: 64 + i * 0.25 })
  const tinted = (i: number) =>
    COATS.map((c) => ({ ...c, values: { ...c.values, colour: [0.1, 0.02 * (i % 40), 0.3] } }))
  const long = Array.from(
    { length: 1900 },
    (_, i) => ['amber', 'lantern', 'keeps', 'its', 'harbour'][i % 5],
  ).join(' ')
  const book = {
    ...SETTING,
    family: 'source-serif-4',
    weight: 400,
    size: 18,
    box: [600, 0] as const,
    text: long.slice(0, 10_000),
  }
  const page = { ...book, text: long.slice(0, 1200), box: [900, 0] as const }
  return {
    floor,
    first: very,
    byBlock: timed(15, (i) => draw({ setting: sized(i) })),
    byLetter: timed(15, (i) => draw({ setting: sized(i + 40), order: 'letter' })),
    colours: timed(15, (i) => draw({ coats: tinted(i) })),
    places: timed(15, (i) => draw({ map: [...map(i)] as never })),
    layout: timed(11, (i) => layOut({ ...book, box: [600 + i, 0] }, fonts, (id) => open.get(id))),
    page: timed(11, (i) =>
      draw({ setting: { ...page, size: 18 + i * 0.01 }, coats: [coat('fill')], map: [1, 0, 960, 0, 1, 60] }),
    ),
    plain: timed(15, (i) =>
      draw({
        setting: { ...setting, text: PLAIN.join('\n'), size: 120 + i * 0.25 },
        coats: [coat('fill')],
        map: [1, 0, 40, 0, 1, 20],
      }),
    ),
  }
}

/** Strings of twelve settings in eight scripts, and of two that run down, with the file that they are set in. */
const STRINGS: readonly (readonly [
  script: string,
  language: string,
  file: string,
  texts: readonly string[],
  direction?: 'ttb',
])[] = [
  [
    'Latn',
    'en',
    'inter-400.ttf',
    ['office affluent', 'AVATAR To Wa.', 'Ægir naïve', '1/2 3rd', 'fi ffl ffi'],
  ],
  ['Latn', 'en', 'eb-garamond-400.ttf', ['The quick fjord', 'Qu ct st Th', 'ﬁnally', 'AVAST', '1,234.50']],
  ['Latn', 'tr', 'source-serif-4-400.ttf', ['fi İstanbul', 'ışık', 'ğüşöç', 'Title', 'affix']],
  ['Grek', 'el', 'inter-400.ttf', ['Καλημέρα', 'λιμάνι', 'Ἀθῆναι', 'φως', 'Σίσυφος']],
  ['Cyrl', 'ru', 'inter-400.ttf', ['маяк', 'Гавань', 'ёлка', 'фонарь', 'Щука']],
  ['Arab', 'ar', 'amiri-400.ttf', ['شكرا', 'السلام عليكم', 'لا إله', 'مَرْحَبًا', 'ميناء']],
  ['Arab', 'fa', 'cairo-400.ttf', ['فانوس', 'پنج', 'گل', 'کشتی', 'ستاره']],
  ['Hebr', 'he', 'frank-ruhl-libre-400.ttf', ['שלום', 'נָמֵל', 'אור', 'פנס', 'כּוֹכָב']],
  ['Deva', 'hi', 'mukta-400.ttf', ['नमस्ते', 'कार्य', 'क्षेत्र', 'श्री', 'हिन्दी']],
  ['Deva', 'hi', 'tiro-devanagari-hindi-400.ttf', ['ज्ञान', 'द्वार', 'दीपक', 'त्रि', 'र्क']],
  ['Thai', 'th', 'sarabun-400.ttf', ['ท่าเรือ', 'น้ำ', 'ปี่', 'กำลัง', 'ดาวหาง']],
  ['Hani', 'ja', 'm-plus-1p-400.ttf', ['港の灯', '彗星', '日本語です', 'ガギグ', '「はい」']],
  ['Hani', 'ja', 'm-plus-1p-400.ttf', ['港ー灯', '「はい」', '縦、横。', 'ゃュょ', '（星）'], 'ttb'],
  ['Hani', 'zh', 'zcool-xiaowei-400.ttf', ['直排', '「灯」', '港，星。', '（海）', '一二三'], 'ttb'],
]

interface Said {
  g: number
  ax: number
  ay: number
  dx: number
  dy: number
}

/** Strings that are shaped glyph by glyph as harfbuzz's own command does; undefined where that is not there. */
export async function shapedAlike(): Promise<
  { alike: number; of: number; version: string; others: string[] } | undefined
> {
  const found = spawnSync('hb-shape', ['--version'], { encoding: 'utf8' })
  if (found.error) return undefined
  const { shape } = await import('@stilus/core/lettering')
  let [alike, of] = [0, 0]
  const others: string[] = []
  for (const [script, language, file, texts, direction] of STRINGS) {
    const path = join(folder, file)
    const font = await openTypeface(file, readFileSync(path))
    for (const text of texts) {
      const rightToLeft = script === 'Arab' || script === 'Hebr'
      const run = {
        text,
        start: 0,
        end: text.length,
        rightToLeft,
        down: direction === 'ttb',
        script,
        language,
        features: {},
      }
      const own = shape(font, '', run)
      const ours = [...own.glyphs].map((g, i) => [g, own.advances[i], own.dx[i], own.dy[i]].join())
      const said = execFileSync(
        'hb-shape',
        [
          '--output-format=json',
          '--no-glyph-names',
          `--script=${script}`,
          `--language=${language}`,
          `--direction=${direction ?? (rightToLeft ? 'rtl' : 'ltr')}`,
          '--no-clusters',
          path,
          text,
        ],
        { encoding: 'utf8' },
      )
      const theirs = (JSON.parse(said) as Said[]).map((g) =>
        [g.g, direction ? -g.ay : g.ax, g.dx, g.dy].join(),
      )
      of++
      if (JSON.stringify(ours) === JSON.stringify(theirs)) alike++
      else others.push(`${text} (${file})`)
    }
  }
  return { alike, of, version: found.stdout.split('\n')[0] ?? '', others }
}

const FINE = 8

/** Largest and root mean square difference of a letter's picture from the same at eight times the size, brought down. */
function against(k: Kernels, coats: readonly Coat[], typesetter: Typesetter, text: string): [number, number] {
  const size = { width: 200, height: 200 }
  const one = (scale: number) => {
    const at = { width: size.width * scale, height: size.height * scale }
    const map = [scale, 0, 60.3 * scale, 0, scale, 30.7 * scale] as const
    const setting = { ...SETTING, family: 'source-serif-4', weight: 400, size: 120, text }
    const out = new Float32Array(at.width * at.height)
    const drawn = drawText(k, at, typesetter, { setting, coats, order: 'block', map })
    if (!drawn) return out
    const { frame, area } = drawn
    for (let y = 0; y < area.height; y++)
      for (let x = 0; x < area.width; x++)
        out[(area.y + y) * at.width + area.x + x] = frame.data[(y * area.width + x) * 4 + 3] as number
    k.free(frame)
    return out
  }
  const [rough, fine] = [one(1), one(FINE)]
  let [worst, sum, n] = [0, 0, 0]
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++) {
      let mean = 0
      for (let j = 0; j < FINE; j++)
        for (let i = 0; i < FINE; i++)
          mean += fine[(y * FINE + j) * size.width * FINE + x * FINE + i] as number
      mean /= FINE * FINE
      const off = Math.abs(mean - (rough[y * size.width + x] as number))
      if (mean > 0 && mean < 1) {
        sum += off * off
        n++
      }
      worst = Math.max(worst, off)
    }
  return [worst, Math.sqrt(sum / Math.max(1, n))]
}

async function exactness(k: Kernels) {
  const open = await opened({ ...SETTING, family: 'source-serif-4', weight: 400, text: 'RagS&8' })
  const typesetter = new Typesetter(fonts, (id) => open.get(id))
  const worst = (coats: readonly Coat[]) => {
    const each = ['R', 'a', 'g', 'S', '&', '8'].map((text) => against(k, coats, typesetter, text))
    return [Math.max(...each.map((e) => e[0])), Math.max(...each.map((e) => e[1]))] as const
  }
  const edges = [1, 2, 4, 10, 20, 40].flatMap((width) =>
    ['outside', 'centred', 'inside'].map((side) => worst([coat('edge', { width, side })])),
  )
  return {
    cover: worst([coat('fill')]),
    edge: [Math.max(...edges.map((e) => e[0])), Math.max(...edges.map((e) => e[1]))] as const,
  }
}

/** How exact and how fast text is set and drawn, as a section of the benchmarks. */
export async function letterSection(k: Kernels): Promise<string> {
  const t = await letterTimes(k)
  const { cover, edge } = await exactness(k)
  const shaped = await shapedAlike()
  const canvas = await canvasText(PLAIN, 120)
  const floors = (ms: number) => ms / t.floor
  const row = (what: string, figure: number, unit: string, bar: number) =>
    `| ${what} | ${figure.toFixed(figure < 1 ? 3 : 2)} ${unit} | ${bar} | ${figure <= bar ? 'met' : 'missed'} |`
  return `## Text against shaping by harfbuzz's own command, and its speed

A lower third of two lines and 38 letters under five coats (plate, shadow, glow, edge, fill) at 1920x1080; the floor is one frame laid over another, ${t.floor.toFixed(1)} ms. Exactness is against
the same letters at eight times the size, brought down.

| what | figure | bar | |
| --- | --- | --- | --- |
${[
  row('very first, its font files read and opened', t.first, 'ms', 60),
  row('everything changes, as one body', floors(t.byBlock), 'floors', 2.5),
  row('everything changes, letter by letter', floors(t.byLetter), 'floors', 2.5),
  row('only colours change', floors(t.colours), 'floors', 1),
  row('only places change', floors(t.places), 'floors', 0.5),
  row('layout of 10,000 characters', t.layout, 'ms', 30),
  row('a page of 1,200 letters at 18 px', floors(t.page), 'floors', 1.3),
  row('coverage of a letter of 120 px, largest error', cover[0], '', 0.02),
  row('edges of 1 to 40 px, largest error', edge[0], '', 0.07),
  row('edges of 1 to 40 px, root mean square', edge[1], '', 0.02),
].join('\n')}

A plain fill of 60 letters at 120 px, every time at another size, takes ${t.plain.toFixed(1)} ms here and ${canvas.toFixed(1)} ms on Chromium's canvas, brought to its pixels.
${
  shaped
    ? `\n${shaped.alike} of ${shaped.of} strings in twelve settings are shaped glyph by glyph as ${shaped.version} does${shaped.others.length ? `; not so: ${shaped.others.join(', ')}` : ''}.`
    : "\nharfbuzz's command is not on this machine."
}
`
}
