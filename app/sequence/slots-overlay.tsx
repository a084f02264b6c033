import { askedObject, frontOf, isThere, type Project, type Sequence, type Shot } from '@stilus/core/project'
import { boundsOf } from '../design/arrange'
import { takes } from '../session/carrying'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import type { Rect } from '../viewer/layout'
import { usedDesign } from './used-design'

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
function slotsIn(project: Project, sequence: Sequence, shot: Shot, at: number) {
  const used = usedDesign(project, sequence, shot, at)
  if (!used) return []
  const { design, easel, frame, onSequence } = used
  const { width: most, height: high } = sequence.size
  return frontOf(project, design).flatMap((item) => {
    const object = item.kind === 'picture' ? askedObject(project, item) : undefined
    const box = object && isThere(object, frame) ? boundsOf(easel, object, frame) : undefined
    if (!object || !box) return []
    const lies = onSequence(box)
    const [left, top] = [Math.max(0, lies.left), Math.max(0, lies.top)]
    const [width, height] = [Math.min(most, lies.right) - left, Math.min(high, lies.bottom) - top]
    return width > 8 && height > 8 ? [{ id: object.id, name: item.label, left, top, width, height }] : []
  })
}
