import { zipSync } from 'fflate'
import { documentOf } from '../project'
import { RATES } from '../time'
import { testProject } from '../testing/projects'
import { baseName, type EditTimeline, readOtio, readPackage, writeOtio, writePackage } from '.'

const timeline: EditTimeline = {
  name: 'Harbour night',
  rate: RATES['23.976'] as never,
  startTimecode: 86400,
  lanes: [
    {
      name: 'V1',
      kind: 'video',
      clips: [
        { name: 'One', media: 'one.mp4', start: 0, length: 48, in: 12, available: 96 },
        { name: 'Two', media: 'two & a half.mov', start: 60, length: 24, in: 0, available: null },
      ],
    },
    {
      name: 'A1',
      kind: 'sound',
      clips: [{ name: 'Score', media: 'score.wav', start: 3, length: 90, in: 0, available: 90 }],
    },
  ],
}

describe('OpenTimelineIO', () => {
  it('reads back what it writes', () => expect(readOtio(writeOtio(timeline))).toEqual(timeline))

  it('reads Clip.2, nested media names, other rates inside, and passes over transitions', () => {
    const time = (value: number, rate = 25) => ({ OTIO_SCHEMA: 'RationalTime.1', value, rate })
    const clip = {
      OTIO_SCHEMA: 'Clip.2',
      name: 'A',
      source_range: { start_time: time(48, 24), duration: time(50) },
      active_media_reference_key: 'HIGH',
      media_references: {
        HIGH: {
          OTIO_SCHEMA: 'ExternalReference.1',
          target_url: 'file:///cards/A%20001.mov',
          available_range: { start_time: time(25), duration: time(250) },
        },
      },
    }
    const children = [clip, { OTIO_SCHEMA: 'Transition.1' }, { ...clip, name: 'B' }]
    const tracks = {
      OTIO_SCHEMA: 'Stack.1',
      children: [{ OTIO_SCHEMA: 'Track.1', kind: 'Video', name: 'V', children }],
    }
    const read = readOtio(
      JSON.stringify({ OTIO_SCHEMA: 'Timeline.1', name: 'x', global_start_time: time(0), tracks }),
    )
    expect(read.lanes[0]?.clips).toEqual([
      { name: 'A', media: 'A 001.mov', start: 0, length: 50, in: 25, available: 250 },
      { name: 'B', media: 'A 001.mov', start: 50, length: 50, in: 25, available: 250 },
    ])
  })

  /** A track of items, each given by its length in seconds at a rate of its own. */
  const track = (items: object[]) =>
    JSON.stringify({
      OTIO_SCHEMA: 'Timeline.1',
      name: 'x',
      global_start_time: { rate: 24, value: 0 },
      tracks: {
        OTIO_SCHEMA: 'Stack.1',
        children: [{ OTIO_SCHEMA: 'Track.1', kind: 'Video', name: 'V1', children: items }],
      },
    })
  const lasting = (schema: string, value: number, rate = 24, more: object = {}) => ({
    OTIO_SCHEMA: schema,
    name: schema.split('.')[0],
    source_range: { start_time: { rate, value: 0 }, duration: { rate, value } },
    ...more,
  })

  it('transitions stand on their cuts, with what they take before and after', () => {
    const over = (type: string, name: string) => ({
      OTIO_SCHEMA: 'Transition.1',
      name,
      transition_type: type,
      in_offset: { rate: 24, value: 6 },
      out_offset: { rate: 24, value: 10 },
    })
    const read = readOtio(
      track([
        lasting('Clip.2', 48),
        over('SMPTE_Dissolve', 'Fade'),
        lasting('Clip.2', 24),
        over('Custom_Transition', 'Star wipe'),
        lasting('Clip.2', 24),
      ]),
    )
    expect(read.lanes[0]?.joints).toEqual([
      { at: 48, before: 6, after: 10, use: 'dissolve', name: 'Dissolve' },
      { at: 72, before: 6, after: 10, use: 'dissolve', name: 'Star wipe' },
    ])
    expect(read.notes).toEqual(['"Star wipe" becomes a dissolve: Stilus has no transition of that name.'])
  })

  it('what it does not read is a gap of its length and is named, so that nothing after it moves', () => {
    const generator = { OTIO_SCHEMA: 'GeneratorReference.1', generator_kind: 'Bars' }
    const read = readOtio(
      track([
        lasting('Thing.7', 10),
        lasting('Clip.2', 12, 24, { enabled: false }),
        lasting('Clip.2', 18, 24, { media_reference: generator }),
        lasting('Clip.2', 0),
        lasting('Clip.2', 24, 24, { effects: [{ OTIO_SCHEMA: 'Effect.1', effect_name: 'Glow' }] }),
      ]),
    )
    expect(read.lanes[0]?.clips.map((c) => [c.start, c.length])).toEqual([[40, 24]])
    expect(read.notes).toEqual([
      '"Thing" on V1 is a gap of its length: what a Thing is, is not known.',
      '"Clip" on V1 is a gap of its length: it is switched off there.',
      '"Clip" on V1 is a gap of its length: Bars is made by another program.',
      'The clip "Clip" on V1 has no length and is left out.',
      'The effect on "Clip" "Glow" is left out.',
    ])
  })

  it.each([
    ['twice as fast', [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: 2 }], 2, 0],
    ['half as fast', [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: 0.5 }], 0.5, 0],
    ['two warps', [0.5, 3].map((time_scalar) => ({ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar })), 1.5, 0],
    ['backwards, from its end', [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: -1 }], -1, 23],
    ['backwards and fast', [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: -2 }], -2, 47],
    ['held', [{ OTIO_SCHEMA: 'FreezeFrame.1', time_scalar: 0 }], 0, 0],
    ['as shot', [], undefined, 0],
  ])('a clip runs %s', (_, effects, speed, from) => {
    const [clip] = readOtio(track([lasting('Clip.2', 24, 24, { effects })])).lanes[0]?.clips ?? []
    expect([clip?.speed, clip?.in, clip?.length]).toEqual([speed, from, 24])
  })

  it('edits within the edit come as edits, however deep, with their part of them', () => {
    const stack = (children: object[], more: object = {}) => ({ OTIO_SCHEMA: 'Stack.1', children, ...more })
    const inner = (items: object[]) => ({ OTIO_SCHEMA: 'Track.1', kind: 'Video', name: 'I', children: items })
    const range = lasting('', 20).source_range
    const read = readOtio(
      track([
        stack([inner([lasting('Clip.2', 30), lasting('Clip.2', 6)]), lasting('Clip.2', 50)], { name: 'Two' }),
        stack([inner([stack([inner([lasting('Clip.2', 40)])], { name: 'Deep' })])], {
          name: 'Part',
          source_range: { ...range, start_time: { rate: 24, value: 5 } },
        }),
        { ...inner([lasting('Clip.2', 9)]), name: 'Row' },
        lasting('Clip.2', 24),
      ]),
    )
    const clips = read.lanes[0]?.clips ?? []
    expect(clips.map((c) => [c.name, c.start, c.length, c.in, c.nested?.lanes.length])).toEqual([
      ['Two', 0, 50, 0, 2],
      ['Part', 50, 20, 5, 1],
      ['Row', 70, 9, 0, 1],
      ['Clip', 79, 24, 0, undefined],
    ])
    expect(clips[0]?.nested?.lanes.map((l) => l.clips.map((c) => [c.start, c.length]))).toEqual([
      [
        [0, 30],
        [30, 6],
      ],
      [[0, 50]],
    ])
    expect(clips[1]?.nested?.lanes[0]?.clips[0]?.nested?.name).toBe('Deep')
    let deep: object = lasting('Clip.2', 24)
    for (let i = 0; i < 40; i++) deep = stack([inner([deep])], { name: `Level ${i}` })
    expect(readOtio(track([deep])).notes).toEqual([expect.stringMatching(/more than 12 edits deep/)])
  })

  it('numbered pictures are named by their first and last', () => {
    const reference = {
      OTIO_SCHEMA: 'ImageSequenceReference.1',
      target_url_base: 'file:///renders/',
      name_prefix: 'walk.',
      name_suffix: '.png',
      start_frame: 101,
      frame_zero_padding: 4,
      rate: 24,
      available_range: { start_time: { rate: 24, value: 101 }, duration: { rate: 24, value: 50 } },
    }
    const item = lasting('Clip.2', 24, 24, { media_reference: reference })
    item.source_range.start_time.value = 111
    expect(readOtio(track([item])).lanes[0]?.clips[0]).toMatchObject({
      media: 'walk.[0101-0150].png',
      in: 10,
      available: 50,
    })
  })

  it('markers stand where they are seen, on clips, tracks and the whole; those in what was cut away are said', () => {
    const mark = (name: string, value: number) => ({
      OTIO_SCHEMA: 'Marker.2',
      name,
      marked_range: { start_time: { rate: 24, value }, duration: { rate: 24, value: 0 } },
    })
    const half = [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: 0.5 }]
    const slow = lasting('Clip.2', 40, 24, { effects: half, markers: [mark('Slow', 105), mark('Lost', 90)] })
    slow.source_range.start_time.value = 100
    const root = JSON.parse(track([lasting('Clip.2', 24), slow]))
    root.tracks.markers = [mark('', 7)]
    root.tracks.children[0].markers = [mark('Row', 3)]
    const read = readOtio(JSON.stringify(root))
    expect(read.markers).toEqual([
      { at: 3, name: 'Row' },
      { at: 7, name: 'Marker' },
      { at: 34, name: 'Slow' },
    ])
    expect(read.notes).toEqual([expect.stringMatching(/The marker "Lost" of "Clip" is left out/)])
    const again = { ...timeline, markers: read.markers ?? [] }
    expect(readOtio(writeOtio(again))).toEqual(again)
  })

  it('a rate that is written short means the usual one: an hour of clips does not drift', () => {
    const read = readOtio(
      track(Array.from({ length: 360 }, () => lasting('Clip.2', 240, 23.98))).replaceAll(
        '"rate":24,',
        '"rate":23.98,',
      ),
    )
    expect(read.rate).toEqual({ num: 24000, den: 1001 })
    expect(read.lanes[0]?.clips.at(-1)).toMatchObject({ start: 359 * 240, length: 240 })
  })

  it('a time that is no number counts as 0 and is said; sound that crosses over by itself too', () => {
    const broken = {
      ...lasting('Clip.2', 24),
      source_range: { start_time: { rate: 24, value: 'x' }, duration: { rate: 24, value: 24 } },
    }
    const over = {
      OTIO_SCHEMA: 'Transition.1',
      in_offset: { rate: 24, value: 6 },
      out_offset: { rate: 24, value: 6 },
    }
    const read = readOtio(track([broken, over, lasting('Clip.2', 24)]).replace('"Video"', '"Audio"'))
    expect(read.lanes[0]).toMatchObject({ kind: 'sound', clips: [{ in: 0, length: 24 }, { start: 24 }] })
    expect(read.lanes[0]?.joints).toBeUndefined()
    expect(read.notes).toEqual([
      'A time of "Clip" on V1 is no number and counts as 0.',
      expect.stringMatching(/^A cross-fade on V1 is left out/),
    ])
  })

  it('lengths in another rate do not add up to a shift: each clip begins where its time is', () => {
    // 10 frames at 25 are 9.6 at 24: rounded one by one twenty of them would be 8 frames late.
    const read = readOtio(track(Array.from({ length: 20 }, () => lasting('Clip.2', 10, 25))))
    const clips = read.lanes[0]?.clips ?? []
    clips.forEach((clip, i) => expect(Math.abs(clip.start - i * 9.6)).toBeLessThanOrEqual(1))
    expect((clips.at(-1)?.start ?? 0) + (clips.at(-1)?.length ?? 0)).toBe(192)
  })

  it.each([
    ['<xml/>', /not JSON/],
    ['{}', /not a Timeline/],
    ['{"OTIO_SCHEMA":"Timeline.1","tracks":{"children":[]}}', /no tracks/],
    [
      '{"OTIO_SCHEMA":"Timeline.1","tracks":{"children":[{"OTIO_SCHEMA":"Track.1","children":[]}]}}',
      /frame rate/,
    ],
  ])('refuses %s', (text, message) => expect(() => readOtio(text)).toThrow(message))

  it('takes the name from any path', () => {
    expect(['a/b.mp4', 'C:\\x\\y z.mov', 'file:///a%20b.webm', '100%.mp4', undefined].map(baseName)).toEqual([
      'b.mp4',
      'y z.mov',
      'a b.webm',
      '100%.mp4',
      '',
    ])
  })
})

describe('project package', () => {
  const bytes = (n: number) => Uint8Array.from({ length: n }, (_, i) => (i * 7) % 251)
  const pack = async () => {
    const pieces: Uint8Array[] = []
    const media = [
      { id: 'm1', name: 'a/..\\b.mp4', chunks: [bytes(1000), bytes(5)] },
      { id: 'm2', name: 'e', chunks: [] },
    ]
    await writePackage(testProject(), media, (piece) => void pieces.push(piece))
    return Buffer.concat(pieces)
  }
  const open = async (chunks: Uint8Array[]) => {
    const got = new Map<string, number[]>()
    const project = await readPackage(chunks, {
      medium: (id, piece) => got.set(id, [...(got.get(id) ?? []), ...piece]),
    })
    return { project, got }
  }

  it('comes back whole, in pieces of any size', async () => {
    const zip = await pack()
    for (const size of [zip.length, 97, 1000]) {
      const chunks = Array.from(
        { length: Math.ceil(zip.length / size) },
        (_, i) => new Uint8Array(zip.subarray(i * size, (i + 1) * size)),
      )
      const { project, got } = await open(chunks)
      expect(documentOf(project)).toEqual(testProject())
      expect(got.get('m1')).toEqual([...bytes(1000), ...bytes(5)])
    }
  })

  it.each([
    ['no zip', async () => Buffer.from('hello there'), /not a zip file/],
    ['an empty file', async () => Buffer.alloc(0), /not a zip file|no project\.json/],
    ['half a package', async () => (await pack()).subarray(0, 300), /damaged|no project\.json|not readable/],
    ['another zip', async () => Buffer.from(zipSync({ 'a.txt': bytes(3) })), /no project\.json/],
    [
      'a newer package',
      async () =>
        Buffer.from(zipSync({ 'project.json': Buffer.from('{"format":"stilus-project","version":99}') })),
      /newer Stilus/,
    ],
  ])('refuses %s with a clear sentence', async (_, make, message) => {
    await expect(open([new Uint8Array(await make())])).rejects.toThrow(message)
  })

  it('passes over paths that lead elsewhere', async () => {
    const evil = zipSync({
      'media/../../x/y': bytes(3),
      'project.json': Buffer.from(JSON.stringify(testProject())),
    })
    expect((await open([evil])).got.size).toBe(0)
  })
})
