import { readFileSync } from 'node:fs'
import { CROSSING_RECIPES } from '@stilus/core/presets'
import {
  controlAddress,
  findOwner,
  getSequence,
  LAID_PARTS,
  moverAddress,
  readRoster,
  newCoat,
} from '@stilus/core/project'
import { cards } from './cards'
import { RATE, SIZE } from './cut'
import { kitPath } from './paths'
import type { Act, Look } from './project'

/** What lies between pictures: a design over footage, a dissolve, a span, a branch that is joined again, a sequence in the sequence. */
export function compose(act: Act, look: Look): void {
  cards(act)
  lowerThirds(act, look)
  closeUp(act)
  bloom(act)
  crossings(act)
  workshop(act, look)
  square(act, look)
}

/** What five cuts need beside the dissolves of the edit: two made by hand from ordinary steps, three ready-made. */
function crossings(act: Act): void {
  const byHand = { 'tower stairs': 'Slide that settles', 'hammer comet': 'White flash' }
  for (const [cut, name] of Object.entries(byHand)) {
    const [from = '', to = ''] = cut.split(' ')
    const laid = CROSSING_RECIPES.find((r) => r.name === name)
    if (!laid) throw new Error(`There is no transition ${name}.`)
    const transitionId = `${from}-to-${to}`
    const parts = [...LAID_PARTS]
    act('transition.lay', { transitionId, from, to, laid, parts, timing: 'kept', newId: transitionId })
  }
  const ready: [from: string, to: string, use: string, before: number, after: number][] = [
    ['stairs', 'lantern', 'burn', 6, 7],
    ['cart', 'square', 'whip', 4, 5],
    ['lantern-on', 'green', 'ink', 8, 4],
  ]
  for (const [from, to, use, before, after] of ready) {
    const transitionId = `${from}-to-${to}`
    act('transition.add', { transitionId, stepId: `${transitionId}-joint`, use, from, to, before, after })
  }
}

/** Who is named under whom, by the rows of the roster: over which shot, and from which frame of that. */
const SPEAKERS = [
  { row: 0, shotId: 'plate-over', shotName: 'Plate', over: 'talk', at: 8 },
  { row: 1, shotId: 'plate-fox-over', shotName: 'Plate of the fox', over: 'fox', at: 10 },
] as const

/** Names and what those do, on a plate that comes in under a speaker and leaves again: one design, a row of the kit's roster each. */
function lowerThirds(act: Act, look: Look): void {
  const designId = 'plate'
  const length = 48
  act('design.add', { designId, name: 'Plate', size: SIZE, rate: RATE, length })
  const shapes: [string, 'rectangle' | 'outline', string, Record<string, number | number[]>][] = [
    ['bar', 'rectangle', 'Bar', { place: [330, 604], box: [420, 84], round: 12 }],
    ['rule', 'rectangle', 'Rule', { place: [330, 566], box: [380, 3] }],
    ['star', 'outline', 'Star', { place: [158, 606], points: star(26, 11) }],
  ]
  const amber = { colour: [0.86, 0.5, 0.16] }
  const night = { colour: [0.012, 0.018, 0.04], opacity: 0.78 }
  for (const [id, kind, shape, form] of shapes) {
    const coats = [newCoat('face', 'fill', id === 'bar' ? night : amber)]
    act('object.add', { designId, objectId: id, kind, name: shape, form, coats })
  }
  const texts = [
    ['name', '{name}', { place: [364, 594], box: [320, 44], size: 34 }, { weight: 600 }, [0.92, 0.9, 0.84]],
    [
      'role',
      '{role}',
      { place: [364, 626], box: [320, 26], size: 20, tracking: 60 },
      { weight: 400, case: 'upper' },
      amber.colour,
    ],
  ] as const
  for (const [id, text, form, set, colour] of texts)
    act('object.add', {
      designId,
      objectId: id,
      kind: 'text',
      name: id === 'name' ? 'Name' : 'Role',
      form: { ...form, place: [...form.place], box: [...form.box] },
      // Long names are made smaller until they fit.
      text: { ...set, text, family: 'barlow-condensed', shrink: true },
      coats: [newCoat('face', 'fill', { colour: [...colour] })],
    })
  act('objects.group', {
    objectIds: [...shapes.map(([id]) => id), 'name', 'role'],
    groupId: 'plate-all',
    name: 'All of the plate',
  })
  // The plate leads, then its rule and its star, the name and last the role; all of it leaves at once.
  const movers = [
    ['plate-all', 'slide', 'arrive', { distance: 0.5, frames: 12, fade: 0.8, shutter: 0 }],
    ['rule', 'accordion', 'arrive', { frames: 14, fade: 0.1 }],
    ['star', 'spin', 'arrive', { frames: 20, turns: -0.4, from: 0, ease: 'spring', damping: 0.6 }],
    ['name', 'rise', 'arrive', { frames: 18, distance: 0.5, overlap: 0.85 }],
    ['role', 'fade', 'arrive', { frames: 20, unit: 'word', overlap: 0.6 }],
    ['plate-all', 'slide', 'leave', { distance: 0.35, frames: 9, fade: 1, shutter: 0, ease: 'soft' }],
  ] as const
  for (const [id, use, way, values] of movers) {
    const moverId = `${id}-${way}`
    act('mover.add', { objectId: id, moverId, way, use })
    for (const [name, value] of Object.entries({
      ...values,
      ...(id === 'plate-all' ? { unit: 'whole' } : {}),
    }))
      act('value.set', { address: moverAddress(id, moverId, name), at: 0, value })
  }
  act('step.add', {
    stack: { kind: 'object', id: 'bar' },
    stepId: 'plate-shade',
    use: 'drop-shadow',
    at: 0,
  })
  const { columns, rows } = readRoster(readFileSync(kitPath('roster.csv'), 'utf8'))
  const rosterId = 'speakers'
  act('roster.set', {
    rosterId,
    designId,
    name: 'Speakers',
    columns,
    rows: rows.map((cells, i) => ({ id: `speaker-${i + 1}`, cells })),
  })
  for (const { row, shotId, shotName, over, at } of SPEAKERS)
    act('shot.place', {
      shot: {
        id: shotId,
        name: shotName,
        source: { kind: 'design', designId },
        lane: 1,
        start: (findOwner(look(), 'shot', over)?.start ?? 0) + at,
        length,
        in: 0,
        zero: 0,
        fitted: true,
        row: { rosterId, rowId: `speaker-${row + 1}` },
        sound: null,
        state: 'done',
        note: 'One design for all who speak: its words come from the roster.',
        steps: [],
      },
    })
}

/** The corners of a star of five, about 0. */
function star(outer: number, inner: number): number[] {
  return Array.from({ length: 10 }, (_, i) => {
    const [angle, radius] = [(i * Math.PI) / 5 - Math.PI / 2, i % 2 ? inner : outer]
    return [Math.cos(angle) * radius, Math.sin(angle) * radius, 0, 0, 0, 0, 0, 1]
  }).flat()
}

/** The close view of the chart is a sequence of its own, so that it can be changed in one place. */
function closeUp(act: Act): void {
  const sequenceId = 'chart-close'
  act('sequence.add', { newId: sequenceId, name: 'Chart, close', rate: RATE, size: SIZE })
  act('shot.place', {
    sequenceId,
    shot: {
      id: 'chart-near',
      name: 'Chart, near',
      source: { kind: 'medium', mediaId: 'star-chart' },
      lane: 0,
      start: 0,
      length: 120,
      in: 0,
      zero: 0,
      sound: null,
      state: 'in work',
      note: '',
      steps: [],
    },
  })
  act('step.add', { stack: { kind: 'shot', id: 'chart-near' }, stepId: 'near', use: 'reframe', at: 0 })
  const scale = controlAddress('near', 'scale')
  act('key.put', { address: scale, at: 0, value: 1.6 })
  act('key.put', { address: scale, at: 119, value: 1.9 })
  act('shot.swap', { shotId: 'close-up', source: { kind: 'comp', sequenceId }, in: 0 })
  act('shot.note', { shotId: 'close-up', note: 'A sequence of its own: open it to change it.' })
}

/** A soft copy of the fox leaves after the first state and is laid back over it. */
function bloom(act: Act): void {
  const stack = { kind: 'shot' as const, id: 'fox' }
  act('step.add', { stack, stepId: 'fox-warm', use: 'grade', at: 0 })
  act('step.rename', { stepId: 'fox-warm', name: 'Warm fur' })
  act('value.set', { address: controlAddress('fox-warm', 'temperature'), at: 0, value: 12 })
  act('step.add', { stack, stepId: 'fox-soft', use: 'gaussian-blur', at: 1 })
  act('step.rename', { stepId: 'fox-soft', name: 'Soft copy' })
  act('value.set', { address: controlAddress('fox-soft', 'radius'), at: 0, value: [14, 14] })
  act('step.add', {
    stack,
    stepId: 'fox-bloom',
    use: 'join',
    at: 2,
    inputs: { before: { kind: 'step', stepId: 'fox-warm' }, other: { kind: 'step', stepId: 'fox-soft' } },
  })
  act('step.rename', { stepId: 'fox-bloom', name: 'Bloom' })
  for (const [param, value] of [
    ['how', 'blend'],
    ['mode', 'screen'],
    ['amount', 0.45],
  ] as const)
    act('value.set', { address: controlAddress('fox-bloom', param), at: 0, value })
  act('shot.state', { shotId: 'fox', state: 'in work' })
}

/** An evening look over the scene at the square: cooler, darker, with soft corners over both shots alike. */
function square(act: Act, look: Look): void {
  const { shots } = getSequence(look())
  const [first, last] = ['cart', 'square'].map((id) => shots.find((s) => s.id === id))
  if (!first || !last) return
  const { start } = first
  const length = last.start + last.length - start
  const id = 'square-look'
  act('span.add', {
    span: { id, name: 'The square', on: true, lane: 0, start, zero: start, steps: [], length },
  })
  const stack = { kind: 'span' as const, id }
  act('step.add', { stack, stepId: 'square-grade', use: 'grade', at: 0 })
  act('step.rename', { stepId: 'square-grade', name: 'Evening' })
  for (const [name, value] of [
    ['temperature', -9],
    ['exposure', -0.4],
    ['contrast', 1.12],
  ] as const)
    act('value.set', { address: controlAddress('square-grade', name), at: 0, value })
  act('step.add', { stack, stepId: 'square-edge', use: 'vignette', at: 1 })
}

/** One warmth over all that happens in the workshop. */
function workshop(act: Act, look: Look): void {
  const { shots } = getSequence(look())
  const of = (id: string) => shots.find((s) => s.id === id)
  const [first, last] = [of('chart'), of('hammer')]
  if (!first || !last) return
  act('span.add', {
    span: {
      id: 'workshop',
      name: 'Workshop',
      on: true,
      lane: 0,
      start: first.start,
      zero: first.start,
      steps: [],
      length: last.start + last.length - first.start,
    },
  })
  const stack = { kind: 'span' as const, id: 'workshop' }
  act('step.add', { stack, stepId: 'workshop-warm', use: 'grade', at: 0 })
  act('step.rename', { stepId: 'workshop-warm', name: 'Lamp light' })
  act('value.set', { address: controlAddress('workshop-warm', 'temperature'), at: 0, value: 9 })
  act('step.add', { stack, stepId: 'workshop-edge', use: 'vignette', at: 1 })
  act('value.set', { address: controlAddress('workshop-edge', 'strength'), at: 0, value: 0.6 })
}
