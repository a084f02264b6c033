import { valueAt } from '@stilus/core/anim'
import type { Stage } from '@stilus/core/project'
import type { Cost, Target } from '@stilus/core/render'
import type { Card } from '@stilus/core/wires'
import { createContext, useContext, useMemo } from 'react'
import { cx } from '../ui/classes'
import { Thumb } from '../viewer/thumb'
import { CARD } from './machine'

/** The view is being dragged or zoomed: pictures show what they have. */
export const Moved = createContext(false)

/** What a card's picture shows; undefined where that has no picture of its own. */
function targetOf(card: Card, stack: Stage['stack']): Target | undefined {
  if (card.kind === 'source') return { kind: 'stack', stack, upTo: 'source' }
  if (card.kind === 'result') return { kind: 'stack', stack }
  if (card.step) return { kind: 'stack', stack, upTo: card.step.id }
  const { binding } = card
  switch (binding?.kind) {
    case 'shot':
      return { kind: 'stack', stack: { kind: 'shot', id: binding.shotId } }
    case 'material': {
      const { source } = binding
      if (source.kind === 'medium') return { kind: 'medium', mediaId: source.mediaId }
      if (source.kind === 'design') return { kind: 'design', designId: source.designId }
      return source.kind === 'comp' ? { kind: 'sequence', sequenceId: source.sequenceId } : undefined
    }
    case 'outgoing':
    case 'incoming':
      return { kind: 'stack', stack: { kind: 'transition', id: stack.id, list: binding.kind } }
    default:
      return undefined
  }
}

interface PictureProps {
  card: Card
  stack: Stage['stack']
  /** The height of the picture, and its shape. */
  picture: number
  aspect: number
  cost: Cost | undefined
  /** The dearest card's milliseconds. */
  most: number
}

/** The picture of a card, live, with its region, its mix and what it costs. */
export function Picture({ card, stack, picture, aspect, cost, most }: PictureProps) {
  const moved = useContext(Moved)
  const { step } = card
  const target = useMemo(() => targetOf(card, stack), [card, stack])
  const region = useMemo<Target | undefined>(
    () =>
      step?.where ? { kind: 'stack', stack, view: { stepId: step.id, view: 'region matte' } } : undefined,
    [step, stack],
  )
  const mix = step ? Math.round(100 * Number(valueAt(step.mix, 0))) : 100
  const width = Math.min(CARD, Math.round(picture * aspect))
  return (
    <div
      className={cx(
        'relative flex justify-center overflow-hidden rounded-t-sm bg-black',
        step && !step.on && 'opacity-40',
      )}
      style={{ height: picture }}
    >
      {target ? (
        <Thumb
          target={target}
          width={width}
          held={moved}
          {...(card.kind === 'outside' ? { frame: 0 } : {})}
        />
      ) : (
        <span className="flex items-center text-xs text-dim">No picture of its own</span>
      )}
      {region && (
        <span className="absolute right-1 bottom-1 rounded-xs border border-where">
          <Thumb target={region} width={32} held={moved} />
        </span>
      )}
      {step && (step.mix.keys ?? mix !== 100) && (
        <span className="absolute top-1 left-1 rounded-xs bg-[#000000b0] px-1 text-xs text-white">
          {step.mix.keys ? 'Mix moves' : `${mix} %`}
        </span>
      )}
      {cost && (
        <span className="absolute inset-x-0 top-0 flex justify-end">
          <span className="m-1 rounded-xs bg-[#000000b0] px-1 text-xs text-white">
            {cost.ms < 10 ? cost.ms.toFixed(1) : Math.round(cost.ms)} ms{cost.kept ? ', kept' : ''}
          </span>
          <span
            aria-hidden
            className="absolute bottom-auto left-0 h-1 bg-text"
            style={{ width: `${Math.round((100 * cost.ms) / Math.max(most, 1e-6))}%` }}
          />
        </span>
      )}
    </div>
  )
}
