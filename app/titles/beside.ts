import { type Design, allObjects, fillSlot, type Sequence, slotOf } from '@stilus/core/project'
import type { Shown } from '@stilus/core/shelf'

/** What the further places of a layout show at first: the shots of the lowest lane that come after the playhead, then those before it, each from where it begins. */
export function shotsBeside({ shots }: Sequence, frame: number): Shown[] {
  const base = shots
    .filter((s) => s.lane === 0 && s.source.kind !== 'solid')
    .sort((a, b) => a.start - b.start)
  const under = base.find((s) => frame >= s.start && frame < s.start + s.length)
  const later = base.filter((s) => s !== under && s.start > frame)
  const earlier = base.filter((s) => s !== under && s.start <= frame)
  return [...later, ...earlier].map((s) => ({ source: s.source, in: s.in }))
}

/** Lets a design that stands by itself show a sequence from a frame on wherever it would show the edit below. Mutates. */
export function overEdit(design: Design, { id }: Sequence, frame: number): Design {
  for (const object of allObjects(design.objects))
    if (slotOf(object) && !slotOf(object)?.source) fillSlot(object, { kind: 'comp', sequenceId: id }, frame)
  return design
}
