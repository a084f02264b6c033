import fc from 'fast-check'
import { CROSSINGS } from '../cross'
import { OBJECT_KINDS } from '../design'
import type { Act, EditName } from '../project'
import { STEPS } from '../steps'
import { medium } from './projects'

const square = [0, 0, 40, 0, 40, 30, 0, 30].flatMap((v, i, all) =>
  i % 2 ? [] : [v, all[i + 1] ?? 0, 0, 0, 0, 0, 0, 1],
)

/** One valid-looking call of nearly every edit, from a few small numbers; things that are not there are part of the game. */
export function anyAct(): fc.Arbitrary<Act> {
  const of = (...ids: string[]) => fc.constantFrom(...ids)
  const shotId = of('s1', 's2', 'new')
  const stepId = of('a', 'b', 'c', 'd')
  const itemId = of('e', 'r')
  const objectId = of('o1', 'o2', 'o3')
  const [transitionId, spanId, designId, newId] = [
    of('t1', 't2'),
    of('p1', 'p2'),
    of('d1', 'd2'),
    of('q1', 'q2'),
  ]
  const sequenceId = fc.option(of('edit', 'q1', 'q2'), { nil: undefined })
  const stack = fc.oneof(
    fc.record({ kind: fc.constant('shot'), id: shotId }),
    fc.record({ kind: fc.constant('span'), id: spanId }),
    fc.record({ kind: fc.constant('object'), id: objectId }),
    fc.record({ kind: fc.constant('transition'), id: transitionId }, { requiredKeys: ['kind', 'id'] }),
  )
  const n = fc.integer({ min: -60, max: 90 })
  const few = fc.nat(20)
  const frame = fc.integer({ min: 0, max: 60 })
  const owner = fc.oneof(
    fc.record({ kind: fc.constant('step'), id: stepId }),
    fc.record({ kind: fc.constant('item'), id: itemId }),
    fc.record({ kind: fc.constant('object'), id: objectId }),
  )
  const path = of(
    ...['mix', 'what/exposure', 'what/radius', 'what/intensity', 'what/gain', 'form/centre', 'form/feather'],
    ...['form/place', 'form/opacity', 'content/stops/first/position', 'content/stops/x/position'],
  )
  const address = fc.record({ owner, path })
  const value = fc.oneof(
    fc.double({ min: -5, max: 5, noNaN: true }),
    fc.constant([1, 2, 3]),
    fc.constant('add'),
  )
  const travel = fc.constantFrom('hold' as const, 'linear' as const, 'ease' as const)
  const use = fc.constantFrom(...[...STEPS, ...CROSSINGS].map((s) => s.id))
  const pair = fc.tuple(n, n) as fc.Arbitrary<[number, number]>
  const source = fc.oneof(
    fc.record({ kind: fc.constant('medium'), mediaId: of('m1', 'm2', 'm9') }),
    fc.record({ kind: fc.constant('design'), designId }),
    fc.record({ kind: fc.constant('comp'), sequenceId: of('edit', 'q1', 'q2') }),
    fc.constant({ kind: 'solid', colour: [0.5, 0.2, 0.1] }),
  )
  const binding = fc.oneof(
    fc.record({ kind: of('none', 'before', 'below', 'source', 'outgoing', 'incoming') }),
    fc.record({ kind: fc.constant('step'), stepId }),
    fc.record({ kind: fc.constant('shot'), shotId, offset: n }),
    fc.record({
      kind: fc.constant('material'),
      source,
      in: n,
      fit: of('fit', 'fill'),
      beyond: of('hold', 'empty'),
    }),
  )
  const given = <T>(v: T) => fc.constant(v)
  const act = <N extends EditName>(name: N, args: Record<string, fc.Arbitrary<unknown>>) =>
    fc.record(args).map((a) => [name, a] as unknown as Act)
  const project = [
    act('project.rename', { name: of('One', 'Two') }),
    act('sequence.add', {
      newId,
      name: of('Q'),
      rate: given({ num: 25, den: 1 }),
      size: given({ width: 32, height: 32 }),
    }),
    act('sequence.remove', { sequenceId: of('edit', 'q1', 'q2') }),
    act('sequence.marks', { sequenceId, in: fc.option(frame), out: fc.option(frame) }),
    act('shot.place', {
      sequenceId,
      shot: fc.record({
        id: of('new', 'new2'),
        name: of('New'),
        source,
        lane: fc.nat(2),
        start: frame,
        length: fc.integer({ min: 1, max: 40 }),
        in: given(0),
        zero: given(0),
        sound: given(null),
        state: of('done'),
        note: of(''),
        steps: given([]),
      }),
    }),
    act('shot.move', { shotId, start: n, lane: fc.constantFrom(0, 1) }),
    act('shot.trim', { shotId, edge: of('head', 'tail'), by: n }),
    act('shot.slip', { shotId, by: n }),
    act('shot.swap', { shotId, source, in: n }),
    act('shot.state', { shotId, state: of('untouched', 'in work', 'done') }),
    act('shot.note', { shotId, note: fc.string() }),
    act('shot.remove', { shotId: of('s2', 'new') }),
    act('variant.switch', { shotId, to: of('A', 'B', 'C') }),
    act('medium.remove', { mediaId: of('m2') }),
  ]
  const across = [
    act('transition.add', {
      transitionId,
      stepId,
      use,
      before: few,
      after: few,
      sequenceId,
      from: fc.option(shotId),
      to: fc.option(shotId),
    }),
    act('transition.length', { transitionId, before: few, after: few }),
    act('transition.beyond', {
      transitionId,
      side: fc.constantFrom('outgoing', 'incoming'),
      run: fc.constantFrom('hold', 'mirror', null),
    }),
    act('transition.swap', { transitionId, stepId, use }),
    act('transition.remove', { transitionId }),
    act('span.add', {
      span: fc.record({
        id: spanId,
        name: of('Span'),
        on: fc.boolean(),
        lane: fc.nat(2),
        start: frame,
        length: fc.integer({ min: 1, max: 40 }),
        zero: frame,
        steps: given([]),
      }),
    }),
    act('span.move', { spanId, start: n, lane: fc.nat(2) }),
    act('span.trim', { spanId, edge: of('head', 'tail'), by: n }),
    act('span.switch', { spanId, on: fc.boolean() }),
    act('span.remove', { spanId }),
  ]
  const designs = [
    act('design.add', {
      designId,
      name: of('D'),
      size: given({ width: 40, height: 30 }),
      rate: given({ num: 24, den: 1 }),
      length: fc.integer({ min: 1, max: 60 }),
    }),
    act('design.remove', { designId }),
    act('object.add', {
      designId,
      objectId,
      kind: fc.constantFrom(...OBJECT_KINDS.filter((k) => !['group', 'combined', 'repeat'].includes(k))),
      source,
    }),
    act('object.change', { objectId, change: fc.record({ on: fc.boolean(), source }, { requiredKeys: [] }) }),
    act('object.parent', { objectId, parent: fc.option(objectId), frame }),
    act('object.lock', { objectId, locked: fc.boolean() }),
    act('object.time', { objectId, start: n, length: fc.integer({ min: 1, max: 40 }), carry: fc.boolean() }),
    act('object.order', { objectId, to: fc.nat(3) }),
    act('object.copy', { objectId, newId: objectId }),
    act('object.remove', { objectId }),
    act('objects.group', {
      objectIds: fc.subarray(['o1', 'o2'], { minLength: 1 }),
      groupId: of('o3', 'o4'),
      name: of('G'),
    }),
    act('objects.combine', {
      objectIds: given(['o1', 'o2']),
      combinedId: of('o3', 'o4'),
      join: of('unite', 'subtract', 'intersect', 'exclude'),
    }),
    act('objects.repeat', { objectIds: given(['o1']), repeatId: of('o3', 'o4') }),
    act('object.ungroup', { objectId: of('o3', 'o4') }),
  ]
  const steps = [
    act('step.add', { stack, stepId, use, at: fc.nat(3) }),
    act('input.bind', {
      stepId,
      input: of('before', 'other', 'matte', 'amount', 'still', 'incoming'),
      binding: fc.option(binding),
    }),
    act('wire.put', {
      stepId,
      into: fc.option(fc.record({ stepId, input: of('before', 'other', 'matte') })),
    }),
    act('wire.out', { stepId }),
    act('wire.end', { stepId }),
    act('wire.lay', { stepId, input: of('before', 'other', 'matte', 'item:e'), binding }),
    act('wires.swap', { stepId, inputs: given(['before', 'other']) }),
    act('wires.place', { stack, places: given({ a: [10, 20], source: [0, 5] }) }),
    act('steps.group', {
      groupId: of('g', 'h'),
      name: of('Both'),
      stepIds: fc.subarray(['a', 'b', 'c'], { minLength: 1 }),
    }),
    act('group.open', { stepId: of('g', 'h') }),
    act('step.remove', { stepId }),
    act('step.copy', { stepId, newId: of('b', 'c') }),
    act('step.move', { stepId, to: fc.nat(3) }),
    act('step.switch', { stepId, on: fc.boolean() }),
    act('step.reset', { stepId }),
    act('step.when', {
      stepId,
      when: fc.record({ start: fc.option(frame), end: fc.option(frame), rampIn: frame }),
    }),
    act('content.add', {
      stepId,
      list: of('stops', 'handles'),
      thingId: of('x', 'y'),
      values: given({}),
      at: fc.nat(3),
    }),
    act('content.remove', { stepId, list: of('stops'), thingId: of('x', 'y', 'first') }),
  ]
  const values = [
    act('value.set', { address, at: n, value }),
    act('key.put', { address, at: n, value }),
    act('key.set', { address, from: n, to: n, value }),
    act('key.drop', { address, at: n }),
    act('key.interpolation', { address, at: n, leave: travel, arrive: travel }),
    act('keys.drop', {
      lanes: fc.tuple(fc.record({ address, at: fc.array(n, { minLength: 1, maxLength: 3 }) })),
    }),
    act('modifier.put', {
      address,
      modifier: fc.record({
        id: of('m', 'n'),
        on: fc.boolean(),
        kind: given('follow'),
        source: fc.record({ kind: given('value'), address }),
        factor: given(2),
        offset: n,
        delay: n,
        limits: given(null),
        join: of('add', 'replace'),
      }),
    }),
  ]
  const regions = [
    act('region.add', {
      stepId,
      itemId,
      kind: of('ellipse', 'rectangle', 'luminance', 'outline'),
      form: fc.record({ centre: pair, points: given(square) }, { requiredKeys: [] }),
      keyed: fc.option(n, { nil: undefined }),
    }),
    act('region.remove', { itemId }),
    act('region.lock', { itemId, locked: fc.boolean() }),
    act('region.order', { itemId, to: fc.nat(2) }),
    act('screen.take', { stepId, shelfId: of('k', 'screen') }),
    act('screen.keep', {
      item: fc.record({
        id: fc.constant('screen'),
        name: of('Screen'),
        kind: fc.constant('screen' as const),
        mediaId: fc.constant('m9'),
        shotId,
        frames: fc.constant([0, 20] as [number, number]),
        facts: fc.constant({
          colour: { channel: 1, shares: [0.1, 0.2] as [number, number] },
          looks: 16,
          seen: 0.5,
          set: 0.2,
          grain: 0.004,
          strays: 0.001,
          still: false,
          clipped: 0,
        }),
      }),
      medium: fc.constant(medium('m9', { kind: 'still', frames: 1 })),
      stepId: fc.option(stepId, { nil: null }),
    }),
    act('region.keep', { stepId, shelfId: of('k', 'l'), name: of('Kept') }),
    act('region.apart', { itemId: of('k.use', 'l.use'), newId: fc.uuid() }),
    act('region.attach', {
      stepId,
      itemId: fc.option(itemId, { nil: undefined }),
      attach: fc.option(given({ motions: ['m'], at: 0, inverted: false, on: true })),
    }),
    act('outline.insert', { itemId, after: fc.nat(3), share: given(0.5) }),
    act('outline.delete', { itemId, corners: fc.tuple(fc.nat(5)) }),
    act('outline.free', { itemId }),
    act('region.invert', { stepId, invert: fc.boolean() }),
  ]
  return fc.oneof(
    ...[fc.oneof(...project), fc.oneof(...across), fc.oneof(...designs)].map((arbitrary) => ({
      arbitrary,
      weight: 1,
    })),
    ...[fc.oneof(...steps), fc.oneof(...values), fc.oneof(...regions)].map((arbitrary) => ({
      arbitrary,
      weight: 1,
    })),
  )
}
