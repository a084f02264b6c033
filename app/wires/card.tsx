import { addressName, type Stage } from '@stilus/core/project'
import type { Card as GraphCard, Port } from '@stilus/core/wires'
import type { Cost } from '@stilus/core/render'
import { Handle, type Node, type NodeProps, Position, useStore } from '@xyflow/react'
import { ChevronsLeftRight, ChevronsRightLeft, Eye, EyeOff, SlidersHorizontal } from 'lucide-react'
import { memo } from 'react'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Hint } from '../ui/button'
import { cx } from '../ui/classes'
import { EditableText } from '../ui/fields'
import { CARD, inputRows, type NumberRow, outputRows, ROW } from './machine'
import { Picture } from './picture'

export interface CardData extends Record<string, unknown> {
  card: GraphCard
  stack: Stage['stack']
  name: string
  numbers: readonly NumberRow[]
  /** The height of its picture, and its shape. */
  picture: number
  aspect: number
  cost?: Cost | undefined
  /** The dearest card's milliseconds. */
  most: number
  /** It is in the chain of a circle that was about to be made. */
  lit: boolean
  /** What of it can be seen to have changed, as a text. */
  told: string
}
export type CardNode = Node<CardData, 'card'>

/** From so far away that nothing on a card can be read or hit. */
const isFar = ({ transform }: { transform: [number, number, number] }): boolean => transform[2] < 0.3

/** The dots at which wires begin and end: round for pictures, square for mattes, small for numbers. */
const DOT = {
  frame: 'z-10! size-2.5! rounded-full! border-0! bg-dim!',
  matte: 'z-10! size-2! rounded-none! border-0! bg-dim!',
  value: 'z-10! size-1.5! rounded-full! border-0! bg-faint!',
}

const PortDot = ({ port, side, top }: { port: Port; side: 'in' | 'out'; top?: number }) => (
  <Handle
    type={side === 'in' ? 'target' : 'source'}
    id={port.id}
    position={side === 'in' ? Position.Left : Position.Right}
    className={DOT[port.kind]}
    {...(top === undefined ? {} : { style: { top } })}
    role="img"
    aria-label={`${port.label}, ${side === 'in' ? 'taken' : 'given'}`}
  />
)

const Row = ({ children, right }: { children: React.ReactNode; right?: boolean }) => (
  <div
    className={cx('relative flex items-center px-2 text-xs text-dim', right && 'justify-end')}
    style={{ height: ROW }}
  >
    {children}
  </div>
)

/** A state among the wires: its picture, name and switch, what it takes and gives, and the numbers that are wired. */
export const Card = memo(
  function Card({ data, selected }: NodeProps<CardNode>) {
    const { card, stack, name, numbers, picture, aspect, cost, most, lit } = data
    const dispatch = useAppDispatch()
    const { face } = useView('face')
    const far = useStore(isFar)
    const { step } = card
    const first = card.inputs.find(({ id }) => id === 'before' || id === 'result')
    const state = card.outputs.find(({ id }) => id === 'state')
    const inputs = inputRows(card)
    const outputs = outputRows(card)
    return (
      <div
        data-facet={face}
        className={cx(
          'group/card relative rounded-sm bg-raised pb-px',
          lit
            ? 'outline-2 outline-alert outline-dashed'
            : selected
              ? 'ring-2 ring-(--facet)'
              : 'ring-1 ring-line-strong',
        )}
        style={{ width: CARD }}
      >
        {first && <PortDot port={first} side="in" top={picture / 2} />}
        {state && <PortDot port={state} side="out" top={picture / 2} />}
        <Picture {...{ card, stack, picture, aspect, cost, most }} />
        <div className={cx('flex h-[23px] items-center gap-0.5 pr-0.5', step ? '' : 'px-2 text-dim')}>
          {step && !far && (
            <button
              type="button"
              aria-label={step.on ? `Switch ${name} off` : `Switch ${name} on`}
              aria-pressed={step.on}
              className="nodrag flex size-5 shrink-0 items-center justify-center rounded text-dim hover:text-text"
              onClick={(e) => {
                e.stopPropagation()
                dispatch(edit('step.switch', { stepId: step.id, on: !step.on }))
              }}
            >
              {step.on ? <Eye size={13} /> : <EyeOff size={13} />}
            </button>
          )}
          {step && !far ? (
            <EditableText
              label="Name"
              value={name}
              onChange={(next) => dispatch(edit('step.rename', { stepId: step.id, name: next }))}
              className="min-w-0 flex-1 text-sm"
            />
          ) : (
            <span className="truncate text-sm">{name}</span>
          )}
          {step && !far && <CardButtons step={step.id} name={name} group={step.use === 'group'} />}
        </div>
        {inputs.map((port) => (
          <Row key={port.id}>
            <PortDot port={port} side="in" />
            <span className="truncate">{port.label}</span>
          </Row>
        ))}
        {outputs.map((port) => (
          <Row key={port.id} right>
            <span className="truncate">{port.label}</span>
            <PortDot port={port} side="out" />
          </Row>
        ))}
        {numbers.map(({ address, label }) => {
          const id = addressName(address)
          return (
            <Row key={id}>
              <Handle
                type="target"
                id={`v ${id}`}
                position={Position.Left}
                className={DOT.value}
                role="img"
                aria-label={`${label} follows`}
              />
              <span className="truncate text-text">{label}</span>
              <Handle
                type="source"
                id={`v ${id}`}
                position={Position.Right}
                className={DOT.value}
                role="img"
                aria-label={`${label} is followed`}
              />
            </Row>
          )
        })}
      </div>
    )
  },
  (a, b) => a.data.told === b.data.told && a.selected === b.selected,
)

/** What shows more of a card: its numbers, or the steps of a group. */
function CardButtons({ step, name, group }: { step: string; name: string; group: boolean }) {
  const dispatch = useAppDispatch()
  const { openCards, openGroups } = useView('openCards', 'openGroups')
  const [numbers, opened] = [openCards.includes(step), openGroups.includes(step)]
  const flip = (list: readonly string[]) =>
    list.includes(step) ? list.filter((id) => id !== step) : [...list, step]
  const look = 'nodrag flex size-5 shrink-0 items-center justify-center rounded text-dim hover:text-text'
  return (
    <>
      <Hint text={numbers ? 'Put its numbers away' : 'Show its numbers, to wire them'}>
        <button
          type="button"
          aria-label={numbers ? `Put the numbers of ${name} away` : `Show the numbers of ${name}`}
          aria-expanded={numbers}
          className={cx(look, !numbers && 'opacity-0 group-hover/card:opacity-100 focus-visible:opacity-100')}
          onClick={(e) => {
            e.stopPropagation()
            dispatch(viewActions.set({ openCards: flip(openCards) }))
          }}
        >
          <SlidersHorizontal size={12} />
        </button>
      </Hint>
      {group && (
        <button
          type="button"
          aria-label={opened ? `Shut ${name}` : `Show the steps of ${name}`}
          aria-expanded={opened}
          className={look}
          onClick={(e) => {
            e.stopPropagation()
            dispatch(viewActions.set({ openGroups: flip(openGroups) }))
          }}
        >
          {opened ? <ChevronsRightLeft size={13} /> : <ChevronsLeftRight size={13} />}
        </button>
      )}
    </>
  )
}
