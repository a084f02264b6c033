import type { Animated } from '@stilus/core/anim'
import type { ListContent } from '@stilus/core/params'
import { contentAddress, contentOf, type Step, stepValues } from '@stilus/core/project'
import { ChevronDown, Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useApp, useAppDispatch } from '../../store/store'
import { Button, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { ParamRow } from './param-row'
import { timeAt, useDesk } from '../use-desk'

/** Lists longer than this begin shut. */
const MANY = 6

/** The lists of things that a step holds, where they matter for its values. */
export function ContentLists({ step }: { step: Step }) {
  const { stage } = useDesk()
  const lists = Object.entries(contentOf(step)).filter(([, list]) => !list.drawn)
  const shown = useApp((s) => {
    if (!lists.length) return ''
    const values = stepValues(stage, step, timeAt(stage, s.view.frame))
    return lists.flatMap(([name, list]) => ((list.when?.(values) ?? true) ? [name] : [])).join('\n')
  })
  return lists
    .filter(([name]) => shown.split('\n').includes(name))
    .map(([name, list]) => <ContentList key={name} step={step} name={name} list={list} />)
}

function ContentList({ step, name, list }: { step: Step; name: string; list: ListContent }) {
  const dispatch = useAppDispatch()
  const things = step.content?.[name] ?? []
  const [open, setOpen] = useState(things.length <= MANY)
  const fixed = list.least === list.most
  const at = { stepId: step.id, list: name }
  const add = () => {
    const last = things.at(-1)
    // A new one lies beside the last, with its values.
    const values = Object.fromEntries(
      Object.keys(list.fields).flatMap((field) => {
        const animated = last?.[field] as Animated | undefined
        return animated ? [[field, animated.value]] : []
      }),
    )
    dispatch(edit('content.add', { ...at, thingId: uid(), at: Math.max(0, things.length - 1), values }))
  }
  return (
    <fieldset className="min-w-0">
      <div className="mb-0.5 flex h-6 items-center gap-1">
        <button
          type="button"
          aria-expanded={open}
          title={list.help}
          className="flex flex-1 items-center gap-1 text-left text-xs font-semibold text-faint hover:text-text"
          onClick={() => setOpen(!open)}
        >
          <ChevronDown size={13} className={cx(!open && '-rotate-90')} />
          {list.label} ({things.length})
        </button>
        {!fixed && (
          <Button
            look="quiet"
            className="h-6! px-1"
            disabled={things.length >= list.most}
            aria-label={`Add ${list.one.toLowerCase()}`}
            onClick={add}
          >
            <Plus size={13} /> Add
          </Button>
        )}
      </div>
      {open &&
        things.map((thing, i) => (
          <div
            key={thing.id}
            role="group"
            aria-label={`${list.one} ${i + 1}`}
            className="mb-1 rounded bg-raised px-1.5 py-1"
          >
            <div className="flex items-center justify-between">
              <span className="pl-2.5 text-xs text-faint">
                {list.one} {i + 1}
              </span>
              {!fixed && (
                <IconButton
                  label={`Remove ${list.one.toLowerCase()} ${i + 1}`}
                  className="size-6"
                  disabled={things.length <= list.least}
                  onClick={() => dispatch(edit('content.remove', { ...at, thingId: thing.id }))}
                >
                  <Trash2 size={13} />
                </IconButton>
              )}
            </div>
            {Object.entries(list.fields).map(([field, param]) => (
              <ParamRow
                key={field}
                param={param}
                address={contentAddress(step.id, name, thing.id, field)}
                animated={(thing[field] as Animated | undefined) ?? { value: param.default }}
              />
            ))}
          </div>
        ))}
    </fieldset>
  )
}
