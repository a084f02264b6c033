import {
  allObjects,
  type Design,
  type DesignObject,
  type FrontItem,
  frontOf,
  type Project,
  slotOf,
} from '@stilus/core/project'
import { ArrowDown, ArrowUp, ChevronDown, Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { EditableText } from '../ui/fields'
import { Menu, type MenuItem } from '../ui/overlays'

/** What a design asks for where it is used, in which order and by which names; what else it could ask for is in a menu. */
export function AskedFor({ project, design }: { project: Project; design: Design }) {
  const dispatch = useAppDispatch()
  const [open, setOpen] = useState(false)
  const front = frontOf(project, design)
  const set = (next: FrontItem[]) => void dispatch(edit('design.front', { designId: design.id, front: next }))
  const more = askable(design).filter((item) => !front.some((there) => sameItem(there, item)))
  const move = (item: FrontItem, by: 1 | -1) => {
    const at = front.indexOf(item)
    const list = front.filter((i) => i !== item)
    list.splice(at + by, 0, item)
    set(list)
  }
  return (
    <section
      aria-label="Asked for where it is used"
      className={cx('grid gap-1', !front.length && 'border-t pt-3')}
    >
      <button
        type="button"
        aria-expanded={open}
        className="flex items-center gap-1 text-xs font-semibold text-faint hover:text-text"
        onClick={() => setOpen(!open)}
      >
        <ChevronDown size={13} className={cx(!open && '-rotate-90')} /> What it asks for where it is used
      </button>
      {open && (
        <>
          {front.map((item, i) => (
            <div key={`${item.label} ${i}`} className="flex items-center gap-0.5 rounded bg-raised p-1">
              <EditableText
                label="Name of what is asked for"
                value={item.label}
                onChange={(label) => set(front.map((each) => (each === item ? { ...each, label } : each)))}
                className="h-6 min-w-0 flex-1 px-1"
              />
              <span className="px-1 text-xs text-faint">{KINDS[item.kind]}</span>
              <IconButton
                label={`${item.label} up`}
                disabled={i === 0}
                className="size-6"
                onClick={() => move(item, -1)}
              >
                <ArrowUp size={13} />
              </IconButton>
              <IconButton
                label={`${item.label} down`}
                disabled={i === front.length - 1}
                className="size-6"
                onClick={() => move(item, 1)}
              >
                <ArrowDown size={13} />
              </IconButton>
              <IconButton
                label={`No longer ask for ${item.label.toLowerCase()}`}
                className="size-6"
                onClick={() => set(front.filter((each) => each !== item))}
              >
                <Trash2 size={13} />
              </IconButton>
            </div>
          ))}
          <Menu
            trigger={
              <button
                type="button"
                className="flex h-7 items-center gap-1 rounded px-2 text-dim hover:bg-field hover:text-text"
              >
                <Plus size={14} /> Ask for more
              </button>
            }
            items={
              more.length
                ? more.map((item): MenuItem => ({
                    label: WANTS[item.kind](item.label),
                    run: () => set([...front, item]),
                  }))
                : [
                    {
                      label: 'It asks for all of its words and objects',
                      disabled: true,
                      run: () => undefined,
                    },
                  ]
            }
          />
          <p className="text-faint">
            Any number, colour or choice: “Ask for it where the design is used” in the menu of its control.
          </p>
        </>
      )}
    </section>
  )
}

const KINDS: Record<FrontItem['kind'], string> = {
  words: 'Words',
  picture: 'Picture',
  shown: 'On or off',
  value: 'Value',
  size: 'Size',
  place: 'Place',
  pace: 'Speed',
}
const WANTS: Record<FrontItem['kind'], (label: string) => string> = {
  words: (label) => `What ${label} says`,
  picture: (label) => `What ${label} shows`,
  shown: (label) => `Whether ${label} shows`,
  value: (label) => label,
  size: (label) => `How large ${label} is`,
  place: (label) => `Where ${label} stands`,
  pace: () => 'How fast it comes and goes',
}

/** What of a design can be asked for without looking at its controls. */
function askable({ objects }: Design): FrontItem[] {
  const on = (kind: FrontItem['kind'], { id, name }: DesignObject): FrontItem => ({
    label: name.slice(0, 80),
    kind,
    objects: [id],
  })
  return [
    ...allObjects(objects)
      .filter((o) => o.text)
      .map((o) => on('words', o)),
    ...allObjects(objects)
      .filter((o) => slotOf(o))
      .map((o) => on('picture', o)),
    ...allObjects(objects).map((o) => on('shown', o)),
    ...objects.flatMap((o) => (o.form['scale'] ? [on('size', o)] : [])),
    ...objects.map((o) => on('place', o)),
    { label: 'Speed', kind: 'pace' },
  ]
}

const sameItem = (a: FrontItem, b: FrontItem): boolean =>
  a.kind === b.kind && a.kind !== 'value' && a.objects?.[0] === b.objects?.[0]
