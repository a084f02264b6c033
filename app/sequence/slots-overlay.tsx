import {
  designFrame,
  type Easel,
  frontOf,
  isThere,
  type Project,
  type Sequence,
  type Shot,
} from '@stilus/core/project'
import { boundsOf } from '../design/arrange'
import { takes } from '../session/carrying'
import { typesetterOf } from '../session/fonts'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { slotObject } from '../titles/slot-row'
import type { Rect } from '../viewer/layout'

/** The places for pictures of what lies at the playhead, over the picture while something is carried there. */
export function SlotsOverlay(props: { project: Project; sequence: Sequence; rect: Rect }) {
  const { project, sequence, rect } = props
  const dispatch = useAppDispatch()
  const { carrying, frame } = useView('carrying', 'frame')
  if (!carrying) return null
  const slots = sequence.shots.flatMap((shot) => slotsIn(project, sequence, shot, frame))
  const perX = rect.width / sequence.size.width
  const perY = rect.height / sequence.size.height
  return slots.map(({ id, name, left, top, width, height }) => (
    <div
      key={id}
      role="group"
      aria-label={`Drop into ${name}`}
      className="absolute z-10 flex items-end justify-center rounded border-2 border-dashed border-text bg-[#00000055] p-1 hover:bg-[#000000aa]"
      style={{
        left: rect.left + left * perX,
        top: rect.top + top * perY,
        width: width * perX,
        height: height * perY,
      }}
      {...takes((source) => dispatch(edit('slot.fill', { objectId: id, source, in: 0 })))}
    >
      <span className="pointer-events-none truncate rounded bg-[#000000c0] px-2 py-0.5 text-white">
        {name}
      </span>
    </div>
  ))
}

/** The places for pictures of a shot at a frame of its sequence, in pixels of that. */
export function slotsIn(project: Project, sequence: Sequence, shot: Shot, frame: number) {
  const at = frame - shot.start
  const { source } = shot
  if (source.kind !== 'design' || at < 0 || at >= shot.length) return []
  const design = project.designs.find((d) => d.id === source.designId)
  if (!design) return []
  const inside = designFrame(project, shot, sequence.rate, at) ?? at + shot.in
  const easel: Easel = { project, design, size: design.size, typesetter: typesetterOf(project) }
  const scale = Math.min(sequence.size.width / design.size.width, sequence.size.height / design.size.height)
  const [x, y] = [
    (sequence.size.width - design.size.width * scale) / 2,
    (sequence.size.height - design.size.height * scale) / 2,
  ]
  return frontOf(project, design).flatMap((item) => {
    const object = item.kind === 'picture' ? slotObject(project, item) : undefined
    const box = object && isThere(object, inside) ? boundsOf(easel, object, inside) : undefined
    if (!object || !box) return []
    const left = Math.max(0, x + box.left * scale)
    const top = Math.max(0, y + box.top * scale)
    const width = Math.min(sequence.size.width, x + box.right * scale) - left
    const height = Math.min(sequence.size.height, y + box.bottom * scale) - top
    return width > 8 && height > 8 ? [{ id: object.id, name: item.label, left, top, width, height }] : []
  })
}
