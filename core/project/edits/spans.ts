import { z } from 'zod'
import { defineEdit } from '../define'
import { getSequence, getSpan, sequenceOf } from '../find'
import { refuseLoops } from '../loops'
import { findOwner } from '../owners'
import { spanSchema } from '../schema'
import { lifted, lowered } from '../spans'
import { id, name, onSequence, refuseTaken } from './common'

const onSpan = { spanId: id }

/** Steps over spans of a sequence. */
export const SPAN_EDITS = {
  'span.add': defineEdit(
    { ...onSequence, span: spanSchema },
    (a) => `Add ${a.span.name}`,
    (p, a) => {
      if (findOwner(p, 'span', a.span.id)) return
      getSequence(p, a.sequenceId).spans.push(a.span)
      refuseLoops(p, { kind: 'stack', stack: { kind: 'span', id: a.span.id } })
    },
  ),
  'span.move': defineEdit(
    { ...onSpan, start: z.int(), lane: z.int().min(0).max(32).optional() },
    () => 'Move span',
    (p, a) => {
      const found = getSpan(p, a.spanId)
      const start = Math.max(0, a.start)
      // What is keyed in it goes along.
      found.zero += start - found.start
      found.start = start
      if (a.lane !== undefined) found.lane = a.lane
      refuseLoops(p, { kind: 'stack', stack: { kind: 'span', id: a.spanId } })
    },
  ),
  'span.trim': defineEdit(
    { ...onSpan, edge: z.enum(['head', 'tail']), by: z.int() },
    (a) => `Trim ${a.edge} of span`,
    (p, a) => {
      const found = getSpan(p, a.spanId)
      if (a.edge === 'tail') found.length = Math.max(1, found.length + a.by)
      else {
        const by = Math.max(-found.start, Math.min(a.by, found.length - 1))
        found.start += by
        found.length -= by
      }
    },
  ),
  'span.rename': defineEdit(
    { ...onSpan, name },
    (a) => `Rename span to ${a.name}`,
    (p, a) => {
      getSpan(p, a.spanId).name = a.name
    },
  ),
  'span.switch': defineEdit(
    { ...onSpan, on: z.boolean() },
    (a) => (a.on ? 'Switch span on' : 'Switch span off'),
    (p, a) => {
      getSpan(p, a.spanId).on = a.on
    },
  ),
  'span.lower': defineEdit(
    { ...onSpan, newId: id },
    () => 'Lay span down on its shots',
    (p, a) => lowered(p, a.spanId, a.newId),
  ),
  'span.lift': defineEdit(
    { ...onSpan, shotIds: z.array(id).min(1), name },
    (a) => `Lift what ${a.shotIds.length} shots share into a span`,
    (p, a) => {
      refuseTaken(p, 'span', a.spanId)
      return lifted(p, a.shotIds, { spanId: a.spanId, name: a.name })
    },
  ),
  'span.remove': defineEdit(
    onSpan,
    () => 'Remove span',
    (p, a) => {
      const sequence = sequenceOf(p, 'span', a.spanId)
      sequence.spans = sequence.spans.filter((s) => s.id !== a.spanId)
    },
  ),
}
