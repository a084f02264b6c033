import { LENGTH, placedCuts, RATE } from '../cut'

/** A colour table in the cube format; `change` works on coded values 0 to 1. */
export function cube(
  title: string,
  size: number,
  change: (c: [number, number, number]) => [number, number, number],
): string {
  const lines = [
    `TITLE "${title}"`,
    `LUT_3D_SIZE ${size}`,
    'DOMAIN_MIN 0.0 0.0 0.0',
    'DOMAIN_MAX 1.0 1.0 1.0',
  ]
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++)
        lines.push(
          change([r / (size - 1), g / (size - 1), b / (size - 1)])
            .map((v) => Math.min(1, Math.max(0, v)).toFixed(6))
            .join(' '),
        )
  return `${lines.join('\n')}\n`
}

const luma = ([r, g, b]: [number, number, number]) => 0.2126 * r + 0.7152 * g + 0.0722 * b
const curve = (v: number, amount: number) => v + amount * v * (1 - v) * (2 * v - 1) * 2

/** Warm lamplight: shadows towards teal, lights towards amber, a soft shoulder. */
export const lamplight = (c: [number, number, number]): [number, number, number] => {
  const y = luma(c)
  const [sr, sg, sb] = [-0.02, 0.004, 0.03].map((v) => v * (1 - y) ** 2) as [number, number, number]
  const [lr, lg, lb] = [0.05, 0.016, -0.06].map((v) => v * y * (2 - y)) as [number, number, number]
  return [curve(c[0], 0.22) + sr + lr, curve(c[1], 0.2) + sg + lg, curve(c[2], 0.16) + sb + lb]
}

/** Night on the harbour: darker, less colour, blue in the middle tones. */
export const harbourNight = (c: [number, number, number]): [number, number, number] => {
  const y = luma(c)
  const faded = c.map((v) => y + (v - y) * 0.68) as [number, number, number]
  return [faded[0] ** 1.32 * 0.86, faded[1] ** 1.22 * 0.92, faded[2] ** 1.08 * 0.98 + 0.02 * (1 - y)]
}

export const cdl = (): string => `<?xml version="1.0" encoding="UTF-8"?>
<ColorDecisionList xmlns="urn:ASC:CDL:v1.01">
  <ColorDecision>
    <ColorCorrection id="tin-comet-dusk">
      <SOPNode>
        <Description>Dusk at the harbour: lifted blues, warm lights.</Description>
        <Slope>1.06 1.0 0.94</Slope>
        <Offset>-0.008 -0.004 0.012</Offset>
        <Power>1.04 1.0 0.97</Power>
      </SOPNode>
      <SatNode>
        <Saturation>1.08</Saturation>
      </SatNode>
    </ColorCorrection>
  </ColorDecision>
</ColorDecisionList>
`

/** Names and roles for titles: all made up. One has a comma, one letters beyond English, one is long. */
export const ROSTER = `name,role,line
Ottoline Vess,The Stargazer,voice and hands
Bram Tolliver Quill,The Tin Fox,voice and clockwork
Íris Søndervang,Puppet maker,wood and wool
Teodor Maszkowiak-Lindqvist,Tinsmith,
"Peridot Ames, the younger",Paper city,scissors and glue
Juno Farrow,Lanterns,
Casimir Oake,Music,
Wren Abernathy Sol,Cart and wheels,driver
`

const LINES: [string, number, number, string][] = [
  ['talk', 2, 58, 'They told me it would pass us by.\nBut look how low it hangs.'],
  ['fox', 2, 40, 'It is made of tin, my friend.'],
  ['fox', 44, 70, 'As I am.'],
  ['talk-on', 2, 40, 'Then somebody will have to mend it.'],
  ['fox-on', 2, 48, 'Bring the small hammer.'],
  ['green', 8, 78, 'There. Above the roofs. Do you see?'],
]

/** The spoken lines as SubRip, timed from the edit. */
export function subtitles(): string {
  const starts = new Map(placedCuts().map((cut) => [cut.id, cut.start]))
  const time = (frame: number) => {
    const ms = Math.round((frame * 1000 * RATE.den) / RATE.num)
    const two = (v: number) => String(Math.floor(v)).padStart(2, '0')
    return `${two(ms / 3600000)}:${two((ms / 60000) % 60)}:${two((ms / 1000) % 60)},${String(ms % 1000).padStart(3, '0')}`
  }
  return LINES.map(([id, from, to, text], i) => {
    const start = starts.get(id) as number
    return `${i + 1}\n${time(start + from)} --> ${time(start + to)}\n${text}\n`
  }).join('\n')
}

export const SECONDS = (LENGTH * RATE.den) / RATE.num
