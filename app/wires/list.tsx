import { nameOfValue, type Stage } from '@stilus/core/project'
import { inputAt, type ValueWire } from '@stilus/core/wires'
import { X } from 'lucide-react'
import { useView } from '../store/store'
import { Button, IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { Menu } from '../ui/overlays'
import { cut, lookAt, showPull } from './acts'
import { cardItems, inputItems } from './card-menu'
import type { Machine } from './machine'

const CELL = 'border-b px-2 py-1 align-middle'

/** The same as a table: what every card takes and what takes it, each of which can be changed; then who pulls whom. */
export function WireList({ stage, machine }: { stage: Stage; machine: Machine }) {
  const { stepIds } = useView('stepIds')
  const { graph, values, nameOf } = machine
  const comesFrom = (card: string, port: string) => {
    const wire = graph.wires.find((w) => w.to === card && w.input === port)
    if (!wire) return 'Nothing'
    const from = graph.cards.find((c) => c.id === wire.from)
    const output = from?.outputs.find((o) => o.id === wire.output)
    return wire.output === 'state' ? nameOf(wire.from) : `${output?.label ?? ''} of ${nameOf(wire.from)}`
  }
  return (
    <div className="min-h-0 flex-1 overflow-auto px-3 py-2" data-testid="wire-list">
      <table className="w-full border-collapse text-sm" aria-label="Cards and what they take">
        <thead>
          <tr className="text-left text-dim">
            <th className={cx(CELL, 'w-48 font-normal')}>Card</th>
            <th className={cx(CELL, 'font-normal')}>Takes</th>
            <th className={cx(CELL, 'font-normal')}>Taken by</th>
            <th className={cx(CELL, 'w-20 font-normal')}>
              <span className="sr-only">More</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {graph.cards.map((card) => (
            <tr key={card.id} className={cx(stepIds.includes(card.id) && 'bg-field')}>
              <th scope="row" className={cx(CELL, 'text-left font-normal')}>
                <Button look="quiet" className="px-1" onClick={() => lookAt(stage, card.id, false)}>
                  {nameOf(card.id)}
                </Button>
              </th>
              <td className={CELL}>
                <div className="flex flex-wrap gap-x-3 gap-y-1">
                  {card.inputs.map((port) => (
                    <span key={port.id} className="flex items-center gap-1">
                      <span className="text-dim">{port.label}</span>
                      {inputAt(graph, card.id, port.id) ? (
                        <Menu
                          trigger={
                            <Button
                              aria-label={`${port.label} of ${nameOf(card.id)}: ${comesFrom(card.id, port.id)}`}
                            >
                              {comesFrom(card.id, port.id)}
                            </Button>
                          }
                          items={() => inputItems(stage, machine, card, port)}
                        />
                      ) : (
                        <span>{comesFrom(card.id, port.id)}</span>
                      )}
                    </span>
                  ))}
                </div>
              </td>
              <td className={CELL}>
                {[...new Set(graph.wires.filter((w) => w.from === card.id).map((w) => nameOf(w.to)))].join(
                  ', ',
                )}
              </td>
              <td className={CELL}>
                {cardItems(stage, machine, card).length > 0 && (
                  <Menu
                    align="end"
                    trigger={<Button aria-label={`More for ${nameOf(card.id)}`}>More</Button>}
                    items={() => cardItems(stage, machine, card)}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <PullList stage={stage} machine={machine} values={values} />
    </div>
  )
}

/** Which number pulls which, each to be opened or cut, and all at once. */
function PullList({ stage, machine, values }: { stage: Stage; machine: Machine; values: ValueWire[] }) {
  const own = values.filter((v) => v.modifierId !== undefined)
  if (!values.length) return null
  const name = (wire: ValueWire) =>
    `${nameOfValue(stage.project, wire.target)} follows ${wire.source ? nameOfValue(stage.project, wire.source) : 'something outside'}`
  return (
    <section aria-label="Numbers that follow others" className="mt-3">
      <div className="flex items-center justify-between">
        <h3 className="text-dim">Numbers that follow others</h3>
        {own.length > 1 && <Button onClick={() => cut(machine.graph, [], own)}>Cut all {own.length}</Button>}
      </div>
      <ul>
        {values.map((wire) => (
          <li key={wire.id} className="flex h-7 items-center gap-2 border-b">
            <span className="flex-1 truncate">{name(wire)}</span>
            {wire.modifierId === undefined ? (
              <span className="text-dim">by the front panel</span>
            ) : (
              <>
                <Button look="quiet" onClick={() => showPull(wire.target, wire.to)}>
                  How
                </Button>
                <IconButton label={`Cut: ${name(wire)}`} onClick={() => cut(machine.graph, [], [wire])}>
                  <X size={14} />
                </IconButton>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
