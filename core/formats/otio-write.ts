import { fps } from '../time'
import type { EditClip, EditLane, EditMarker, EditTimeline } from './edit'

/** Writes an OpenTimelineIO timeline of Clip.1, Gap.1, ExternalReference.1 and ImageSequenceReference.1, as widely read. */
export function writeOtio(timeline: EditTimeline): string {
  const rate = fps(timeline.rate)
  const time = (value: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value })
  const range = (start: number, length: number) => ({
    OTIO_SCHEMA: 'TimeRange.1',
    start_time: time(start),
    duration: time(length),
  })
  const reference = ({ media, available, numbered }: EditClip) => {
    const available_range = available === null ? null : range(0, available)
    if (!numbered)
      return { OTIO_SCHEMA: 'ExternalReference.1', target_url: encodeURIComponent(media), available_range }
    return {
      OTIO_SCHEMA: 'ImageSequenceReference.1',
      target_url_base: '',
      name_prefix: numbered.prefix,
      name_suffix: numbered.suffix,
      start_frame: numbered.first,
      frame_step: 1,
      rate,
      frame_zero_padding: numbered.digits,
      missing_frame_policy: 'error',
      available_range,
    }
  }
  const track = (lane: EditLane) => {
    const children: unknown[] = []
    let at = 0
    for (const clip of [...lane.clips].sort((a, b) => a.start - b.start)) {
      const joint = lane.joints?.find((j) => j.at === clip.start && clip.start === at)
      if (joint)
        children.push({
          OTIO_SCHEMA: 'Transition.1',
          name: joint.name,
          transition_type: joint.use === 'dissolve' ? 'SMPTE_Dissolve' : 'Custom_Transition',
          in_offset: time(joint.before),
          out_offset: time(joint.after),
        })
      if (clip.start > at)
        children.push({ OTIO_SCHEMA: 'Gap.1', name: '', source_range: range(0, clip.start - at) })
      children.push({
        OTIO_SCHEMA: 'Clip.1',
        name: clip.name,
        source_range: range(clip.in, clip.length),
        media_reference: reference(clip),
      })
      at = clip.start + clip.length
    }
    return {
      OTIO_SCHEMA: 'Track.1',
      name: lane.name,
      kind: lane.kind === 'sound' ? 'Audio' : 'Video',
      children,
    }
  }
  const marker = ({ at, name }: EditMarker) => ({
    OTIO_SCHEMA: 'Marker.2',
    name,
    color: 'WHITE',
    marked_range: range(at, 0),
  })
  const document = {
    OTIO_SCHEMA: 'Timeline.1',
    name: timeline.name,
    global_start_time: time(timeline.startTimecode),
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      name: 'tracks',
      ...(timeline.markers?.length ? { markers: timeline.markers.map(marker) } : null),
      children: timeline.lanes.map(track),
    },
  }
  return `${JSON.stringify(document, null, 2)}\n`
}
