import fc from 'fast-check'
import { z } from 'zod'
import { RATES } from '../time'
import { type EditClip, type EditTimeline, readOtio, writeOtio } from '.'

// The objects of OpenTimelineIO by their published fields; nothing else may stand in them. Not our reader: that takes more than it writes.
const object = <N extends string, S extends z.ZodRawShape>(schema: N, fields: S) =>
  z.strictObject({ OTIO_SCHEMA: z.literal(schema), ...fields })
const named = { name: z.string(), metadata: z.record(z.string(), z.unknown()).optional() }
const time = object('RationalTime.1', { rate: z.number().positive(), value: z.number() })
const range = object('TimeRange.1', { start_time: time, duration: time })
const marker = object('Marker.2', {
  ...named,
  color: z.enum([
    ...['PINK', 'RED', 'ORANGE', 'YELLOW', 'GREEN', 'CYAN', 'BLUE', 'PURPLE', 'MAGENTA', 'BLACK', 'WHITE'],
  ] as [string, ...string[]]),
  marked_range: range,
  comment: z.string().optional(),
})
const item = {
  ...named,
  source_range: range.nullable().optional(),
  effects: z.array(z.unknown()).optional(),
  markers: z.array(marker).optional(),
  enabled: z.boolean().optional(),
}
const reference = object('ExternalReference.1', {
  name: z.string().optional(),
  metadata: named.metadata,
  target_url: z.string(),
  available_range: range.nullable(),
})
const numbered = object('ImageSequenceReference.1', {
  name: z.string().optional(),
  metadata: named.metadata,
  target_url_base: z.string(),
  name_prefix: z.string(),
  name_suffix: z.string(),
  start_frame: z.int(),
  frame_step: z.int().min(1),
  rate: z.number().positive(),
  frame_zero_padding: z.int().min(0),
  missing_frame_policy: z.enum(['error', 'hold', 'black']),
  available_range: range.nullable(),
})
const clip = object('Clip.1', {
  ...item,
  source_range: range,
  media_reference: z.discriminatedUnion('OTIO_SCHEMA', [reference, numbered]),
})
const gap = object('Gap.1', { ...item, source_range: range })
const transition = object('Transition.1', {
  ...named,
  transition_type: z.enum(['SMPTE_Dissolve', 'Custom_Transition']),
  in_offset: time,
  out_offset: time,
})
const track = object('Track.1', {
  ...item,
  kind: z.enum(['Video', 'Audio']),
  children: z.array(z.discriminatedUnion('OTIO_SCHEMA', [clip, gap, transition])),
})
const timelineSchema = object('Timeline.1', {
  ...named,
  global_start_time: time.nullable(),
  tracks: object('Stack.1', { ...item, children: z.array(track) }),
})

const clips = fc
  .array(
    fc.record({
      name: fc.string({ maxLength: 12 }),
      gap: fc.nat(30),
      length: fc.integer({ min: 12, max: 200 }),
      in: fc.nat(500),
      media: fc.constantFrom('one.mp4', 'two & a half.mov', 'drei/ü.webm', 'walk'),
    }),
    { maxLength: 8 },
  )
  .map((list): EditClip[] => {
    let at = 0
    return list.map(({ gap, ...c }) => {
      const start = at + gap
      at = start + c.length
      const available = c.in % 2 ? null : c.in + c.length
      if (c.media !== 'walk') return { ...c, start, available }
      const last = String((available ?? 1) - 1).padStart(4, '0')
      const pictures = { prefix: 'walk.', suffix: '.exr', first: 0, digits: 4 }
      return { ...c, media: `walk.[0000-${last}].exr`, start, available, numbered: pictures }
    })
  })

/** A dissolve on every cut where two clips meet. */
const jointed = (list: EditClip[]) =>
  list.flatMap((c, i) =>
    i && (list[i - 1] as EditClip).start + (list[i - 1] as EditClip).length === c.start
      ? [{ at: c.start, before: 3, after: 5, use: i % 2 ? 'dissolve' : 'whip', name: 'Over' }]
      : [],
  )

it('any edit is made of the published objects alone, its clips lie where they should, transitions between two of them', () => {
  fc.assert(
    fc.property(
      clips,
      clips,
      fc.constantFrom(...Object.values(RATES)),
      fc.array(fc.nat(400), { maxLength: 4 }),
      (video, sound, rate, marks) => {
        const timeline: EditTimeline = {
          name: 'Cut',
          rate,
          startTimecode: 86400,
          lanes: [
            { name: 'V', kind: 'video', clips: video, joints: jointed(video) },
            { name: 'A', kind: 'sound', clips: sound },
          ],
          markers: marks.map((at) => ({ at, name: `At ${at}` })),
        }
        const read = timelineSchema.parse(JSON.parse(writeOtio(timeline)))
        expect(read.tracks.markers?.map((m) => m.marked_range.start_time.value) ?? []).toEqual(marks)
        // What is read again refers to the same files.
        const again = readOtio(writeOtio(timeline)).lanes.map((lane) => lane.clips.map((c) => c.media))
        const wanted = timeline.lanes.map((lane) => lane.clips.map((c) => c.media))
        expect(again).toEqual(wanted)
        for (const [i, { children }] of read.tracks.children.entries()) {
          let at = 0
          const lying: number[][] = []
          for (const [n, child] of children.entries()) {
            if (child.OTIO_SCHEMA === 'Transition.1') {
              const beside = [children[n - 1], children[n + 1]].map((c) => c?.OTIO_SCHEMA)
              expect(beside).toEqual(['Clip.1', 'Clip.1'])
              continue
            }
            const { start_time, duration } = child.source_range
            if (child.OTIO_SCHEMA === 'Clip.1') lying.push([at, duration.value, start_time.value])
            at += duration.value
          }
          expect(lying).toEqual(timeline.lanes[i]?.clips.map((c) => [c.start, c.length, c.in]))
        }
      },
    ),
    { numRuns: 80 },
  )
})
