import type { Design } from '@stilus/core/project'
import { corner } from '@stilus/core/region'
import { useView } from '../store/store'
import { BoxDrawing, OutlineDrawing } from '../viewer/drawing-surface'
import type { Rect } from '../viewer/layout'
import type { Point } from '../viewer/on-picture'
import { LineDrawing } from './line-drawing'
import { addLine, addObject, addOutline } from './object-acts'
import { addText } from './text/add-text'

const BOXED = ['rectangle', 'ellipse', 'polygon', 'star'] as const

/** The next drag or clicks on the picture as a new object. */
export function ObjectDrawing({ design, rect }: { design: Design; rect: Rect }) {
  const { drawing } = useView('drawing')
  const { size } = design
  const px = size.width / rect.width
  const boxed = BOXED.find((kind) => kind === drawing)
  if (boxed)
    return (
      <BoxDrawing
        stage={design}
        round={boxed === 'ellipse'}
        onDraw={(place, drawn) => {
          const third = size.height / 3
          const small = drawn[0] < 8 && drawn[1] < 8
          addObject(design, boxed, { form: { place, box: small ? [third, third] : drawn } })
        }}
      />
    )
  if (drawing === 'text')
    return (
      <BoxDrawing
        stage={design}
        round={false}
        onDraw={(place, drawn) => addText(design, place, drawn[0] < 12 * px ? [0, 0] : drawn)}
      />
    )
  if (drawing === 'outline')
    return <OutlineDrawing size={size} rect={rect} onDraw={(corners) => addOutline(design, corners)} />
  if (drawing !== 'line' && drawing !== 'arrow') return null
  return (
    <LineDrawing
      size={size}
      onDraw={([x0, y0], [x1, y1]) => {
        // A click makes one across a third of the picture.
        const third: Point = [size.width / 6, 0]
        const short = Math.hypot(x1 - x0, y1 - y0) < 8
        const [from, to] = short
          ? [
              [x0 - third[0], y0],
              [x0 + third[0], y0],
            ]
          : [
              [x0, y0],
              [x1, y1],
            ]
        const ends = [from, to].map(([x = 0, y = 0]) => corner(x, y))
        addLine(design, ends, drawing === 'arrow')
      }}
    />
  )
}
