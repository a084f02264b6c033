import { retimeAll } from '../anim'
import { animatedOf, copiesOf, deepCopy } from './copies'
import { allSteps, getShot, getSpan, Refused, sequenceOf, treatmentTime } from './find'
import type { Project, Sequence, Shot, Step } from './schema'

const ending = (of: { start: number; length: number }) => of.start + of.length
const meets = (a: { start: number; length: number }, b: { start: number; length: number }) =>
  a.start < ending(b) && b.start < ending(a)

/** Moves all times of a step and of what is in it. Mutates. */
function moveTimes(step: Step, by: number): void {
  for (const each of allSteps([step])) {
    for (const animated of animatedOf(each)) retimeAll(animated, { kind: 'move', by })
    if (each.when.start !== null) each.when.start += by
    if (each.when.end !== null) each.when.end += by
  }
}

/**
 * Lays a span down: the shots that it lies over get its steps at their ends, at the same frames of the sequence, and the span goes. Mutates.
 * @returns what is not as it was: a span over several lanes together is now on each by itself
 * @throws Refused where there is no shot under it
 */
export function lowered(p: Project, spanId: string, newId: string): string[] {
  const span = getSpan(p, spanId)
  const sequence = sequenceOf(p, 'span', spanId)
  const under = sequence.shots.filter((s) => s.lane <= span.lane && meets(s, span))
  if (!under.length) throw new Refused(`No shot lies under ${span.name}: there is nothing to lay it down on.`)
  for (const [i, shot] of under.entries()) {
    const copies = copiesOf(span.steps, `${newId}.${i}`)
    // Treatment time of the shot at a frame of the sequence, less that of the span.
    const by = treatmentTime(shot, span.zero - shot.start)
    const [from, to] = [span.start, ending(span)].map((f) => treatmentTime(shot, f - shot.start)) as [
      number,
      number,
    ]
    for (const step of copies) {
      moveTimes(step, by)
      const { when } = step
      if (span.start > shot.start) when.start = Math.max(when.start ?? from, from)
      if (ending(span) < ending(shot)) when.end = Math.min(when.end ?? to, to)
      step.on &&= span.on
    }
    // A step that never acts on this shot is not needed there.
    const never = ({ when: { start, end } }: Step) => start !== null && end !== null && end <= start
    shot.steps.push(...copies.filter((step) => !never(step)))
  }
  sequence.spans = sequence.spans.filter((s) => s.id !== spanId)
  const lanes = new Set(under.map((s) => s.lane)).size
  return [
    ...(lanes > 1
      ? [`${span.name} lay over ${lanes} lanes together; now it is on each shot by itself.`]
      : []),
    ...crossed(sequence, under),
  ]
}

/** Where shots cross, steps of the shots and steps over both are not the same: which transitions these are, in a sentence. */
function crossed({ transitions }: Sequence, shots: readonly Shot[]): string[] {
  const ids = new Set(shots.map((s) => s.id))
  const names = transitions.filter((t) => ids.has(t.from ?? '') || ids.has(t.to ?? '')).map((t) => t.name)
  return names.length
    ? [`In ${names.join(', ')} it may look different: a span treats the joined picture, a step each shot.`]
    : []
}

/** A step without what is its own: ids, and when it acts, in frames of the sequence. */
function likeness(step: Step, shift: number): string {
  const copy = deepCopy(step) as Step
  moveTimes(copy, shift)
  return JSON.stringify(copiesOf([copy], 'x'))
}

/** How many steps at the ends of all lists are the same; times that are keyed count where they lie on the sequence. */
function sharedAtEnd(shots: readonly Shot[]): number {
  const [first] = shots
  const like = (shot: Shot, back: number) => {
    const step = shot.steps.at(-back)
    return step && likeness(step, shot.start - treatmentTime(shot, 0))
  }
  let count = 0
  while (first && count < first.steps.length) {
    const wanted = like(first, count + 1)
    if (!shots.every((shot) => like(shot, count + 1) === wanted)) break
    count++
  }
  return count
}

function refuseApart(sequence: Sequence, shots: readonly Shot[], start: number, end: number): void {
  const lane = Math.max(...shots.map((s) => s.lane))
  const between = sequence.shots.find(
    (s) => s.lane <= lane && !shots.includes(s) && meets(s, { start, length: end - start }),
  )
  if (between)
    throw new Refused(
      `${between.name} lies between them and would be treated too: choose it as well, or lift fewer shots.`,
    )
}

/**
 * Lifts the steps that shots have in common at their ends into one span over them. Mutates.
 * @returns where it may look different
 * @throws Refused where they share none, or where another shot would come under the span
 */
export function lifted(
  p: Project,
  shotIds: readonly string[],
  { spanId, name }: { spanId: string; name: string },
): string[] {
  const shots = [...new Set(shotIds)].map((id) => getShot(p, id)).sort((a, b) => a.start - b.start)
  const [first] = shots
  if (!first) return []
  const sequence = sequenceOf(p, 'shot', first.id)
  if (shots.some((s) => sequenceOf(p, 'shot', s.id) !== sequence))
    throw new Refused('The shots stand in different sequences: choose shots of one.')
  const count = sharedAtEnd(shots)
  if (!count)
    throw new Refused('The shots do not end with the same steps: nothing can be lifted off all of them.')
  const [start, end] = [first.start, Math.max(...shots.map(ending))]
  refuseApart(sequence, shots, start, end)
  const steps = first.steps.slice(-count).map((s) => deepCopy(s) as Step)
  // Treatment time of the span counts from its start.
  for (const step of steps) moveTimes(step, -treatmentTime(first, 0))
  for (const shot of shots) shot.steps.splice(-count)
  const lane = Math.max(...shots.map((s) => s.lane))
  sequence.spans.push({ id: spanId, name, on: true, lane, start, length: end - start, zero: start, steps })
  return crossed(sequence, shots)
}
