import { caretAt, indexAt, selectionBoxes, stood } from '@stilus/core/lettering'
import { invert, type Matrix3, through } from '@stilus/core/matrix'
import { type DesignObject, type Easel, matrixOf, settingAt, stageOf } from '@stilus/core/project'
import { type MouseEvent, type PointerEvent, useRef } from 'react'
import { typesetterOf } from '../../session/fonts'
import type { Typing } from '../../store/view'
import type { Rect } from '../../viewer/layout'
import { toPicture } from '../../viewer/on-picture'
import { TypingField } from './typing-field'
import { caretTo, spanOf, stopTyping } from './typing'

interface TypedProps {
  easel: Easel
  object: DesignObject
  typing: Typing
  frame: number
  rect: Rect
}

/** A text while it is typed on the picture: its caret, what is selected, and the column that it stands in. */
export function TypedText({ easel, object, typing, frame, rect }: TypedProps) {
  const { width, height } = easel.size
  const px = width / rect.width
  const setting = settingAt(
    stageOf(easel.project, { kind: 'object', id: object.id }),
    object,
    frame,
    'source',
  )
  const layout = typesetterOf(easel.project).layout(setting)
  const map = matrixOf(easel, object, frame)
  const caret = caretAt(layout, typing.focus)
  const [start, end] = spanOf(typing)
  const pressed = useRef(false)
  const field = useRef<HTMLTextAreaElement>(null)
  const indexOf = (event: MouseEvent) => {
    const [x, y] = through(invert(map), ...toPicture(event, easel.size))
    return { at: indexAt(layout, x, y), inside: isInside(x, y) }
  }
  const [w, h] = setting.box
  const { box } = layout
  const room = 12 * px
  const isInside = (x: number, y: number) =>
    x > Math.min(box.left, -w / 2) - room &&
    x < Math.max(box.right, w / 2) + room &&
    y > Math.min(box.top, h > 0 ? -h / 2 : box.top) - room &&
    y < Math.max(box.bottom, h > 0 ? h / 2 : box.bottom) + room
  const press = (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return
    event.preventDefault()
    event.stopPropagation()
    const { at, inside } = indexOf(event)
    if (!inside) return stopTyping()
    event.currentTarget.setPointerCapture(event.pointerId)
    pressed.current = true
    field.current?.focus({ preventScroll: true })
    caretTo(at, event.shiftKey ? 'extend' : 'place')
  }
  const matrix = cssMatrix(map)
  const standing = (x: number) => {
    const at = layout.standing?.(x)
    return at && cssMatrix([...at, 0, 0, 1])
  }
  const [ux, uy] = stood(layout.standing?.(caret.x) ?? [1, 0, 0, 0, 1, 0], caret.x, caret.top)
  const [cx, cy] = through(map, ux, uy)
  const line = {
    x1: caret.x,
    x2: caret.x,
    y1: caret.top,
    y2: caret.bottom,
    vectorEffect: 'non-scaling-stroke',
  } as const
  return (
    <>
      <svg
        className="absolute cursor-text overflow-visible"
        style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
        viewBox={`0 0 ${width} ${height}`}
        aria-hidden
      >
        <rect
          data-testid="typing"
          width={width}
          height={height}
          fill="transparent"
          className="touch-none"
          onPointerDown={press}
          onPointerMove={(event) => pressed.current && caretTo(indexOf(event).at, 'extend')}
          onPointerUp={() => (pressed.current = false)}
          onClick={(event) => {
            // Only clicks are counted.
            if (event.detail > 1) caretTo(indexOf(event).at, event.detail === 2 ? 'word' : 'paragraph')
          }}
        />
        <g transform={matrix} className="pointer-events-none">
          {w > 0 && !setting.course && (
            <rect
              x={-w / 2}
              y={h > 0 ? -h / 2 : box.top}
              width={w}
              height={h > 0 ? h : Math.max(1, box.bottom - box.top)}
              fill="none"
              stroke="#ffffffb0"
              strokeDasharray="4 4"
              vectorEffect="non-scaling-stroke"
            />
          )}
          {selectionBoxes(layout, start, end).map((b, i) => (
            <rect
              key={i}
              data-testid="selected-letters"
              transform={standing((b.left + b.right) / 2)}
              x={b.left}
              y={b.top}
              width={b.right - b.left}
              height={b.bottom - b.top}
              fill="#7fb4ff"
              fillOpacity={0.4}
            />
          ))}
          <g transform={standing(caret.x)}>
            <line {...line} stroke="#000000a0" strokeWidth={4} />
            <line {...line} data-testid="caret" stroke="#ffffff" strokeWidth={2} className="caret" />
          </g>
        </g>
      </svg>
      <TypingField
        field={field}
        typing={typing}
        text={object.text?.text ?? ''}
        at={{ left: rect.left + cx / px, top: rect.top + cy / px }}
      />
    </>
  )
}

const cssMatrix = ([a, b, c, d, e, f]: Matrix3) => `matrix(${[a, d, b, e, c, f].join(' ')})`
