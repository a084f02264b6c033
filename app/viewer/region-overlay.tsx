import { mapOf, type Region, regionsIn, type MaskItem } from '@stilus/core/project'
import { useView } from '../store/store'
import { BoxSurface, OutlineSurface } from './drawing-surface'
import type { OverlayProps } from './on-picture'
import { RegionOutline } from './region-outline'
import { ShapeHandles } from './shape-handles'

/** The shapes of a step's region on the picture, also those of the shelf that it uses; and new ones in the drawing. */
export function RegionOverlay(props: OverlayProps) {
  const { project, stage, step, time, rect } = props
  const { itemId, drawing } = useView('itemId', 'drawing')
  const { width, height } = stage.size
  const regions = step.where ? regionsIn(project, step.where) : []
  const all = regions.flatMap((region) => region.items.map((shape) => ({ region, shape })))
  // The one in hand lies on top, so that its handles can be reached.
  const ordered = [
    ...all.filter((s) => s.shape.id !== itemId).reverse(),
    ...all.filter((s) => s.shape.id === itemId),
  ]
  const only = all.length === 1
  const handles = ({ region, shape }: { region: Region; shape: MaskItem }) => {
    const map = mapOf(stage, [shape.attach, region.attach], time)
    const own = { ...props, shape, map, active: shape.id === itemId || only }
    if (shape.kind === 'outline') return <RegionOutline key={shape.id} {...own} />
    if (shape.kind === 'ellipse' || shape.kind === 'rectangle')
      return <ShapeHandles key={shape.id} {...own} />
    return null
  }
  return (
    <svg
      className="absolute overflow-visible"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
      viewBox={`0 0 ${width} ${height}`}
      aria-label="Region on the picture"
    >
      {ordered.map(handles)}
      {(drawing === 'ellipse' || drawing === 'rectangle') && <BoxSurface {...props} kind={drawing} />}
      {drawing === 'outline' && <OutlineSurface {...props} />}
    </svg>
  )
}
