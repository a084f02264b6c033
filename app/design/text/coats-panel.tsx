import { COAT_FORMS, COAT_KINDS, COAT_NAMES, STOP_FORM } from '@stilus/core/coats'
import { valueAt } from '@stilus/core/anim'
import { coatAddress, type CoatItem, designOf, type DesignObject, stopAddress } from '@stilus/core/project'
import { ChevronDown, Copy, Eye, EyeOff, Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { ParamRow } from '../../desk/controls/param-row'
import { useDesk } from '../../desk/use-desk'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { useApp, useAppDispatch } from '../../store/store'
import { Button, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Choice } from '../../ui/fields'
import { Menu } from '../../ui/overlays'
import { PictureChoice } from '../picture-choice'
import { Group, Row } from './row'
import { StyleMenu } from './style-menu'

/** The coats of an object, the front one first, each with its controls; how they lie on letters that overlap. */
export function CoatsPanel({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const coats = object.coats ?? []
  const [open, setOpen] = useState<string | null>(coats.at(-1)?.id ?? null)
  const add = (kind: (typeof COAT_KINDS)[number]) => {
    const coatId = uid()
    // What lies behind letters begins behind all others, what lies on them in front.
    const behind = kind === 'shadow' || kind === 'glow' || kind === 'plate'
    if (dispatch(edit('coat.add', { objectId: object.id, coatId, kind, at: behind ? 0 : coats.length })))
      setOpen(coatId)
  }
  return (
    <Group
      title="Coats, from front to back"
      end={
        <span className="flex">
          <StyleMenu object={object} />
          <Menu
            align="end"
            trigger={
              <Button look="quiet" className="h-6! px-1.5">
                <Plus size={13} /> Coat
              </Button>
            }
            items={COAT_KINDS.map((kind) => ({ label: COAT_NAMES[kind], run: () => add(kind) }))}
          />
        </span>
      }
    >
      {[...coats].reverse().map((coat) => (
        <CoatRow
          key={coat.id}
          {...{ object, coat }}
          open={open === coat.id}
          onOpen={() => setOpen(open === coat.id ? null : coat.id)}
        />
      ))}
      {!coats.length && <p className="px-2.5 py-1 text-dim">Nothing shows: add a fill with + Coat.</p>}
      {object.text && (
        <Row label="Painted">
          <Choice
            label="Order of the coats"
            value={object.text?.order ?? 'block'}
            options={[
              { value: 'block', label: 'As one body' },
              { value: 'letter', label: 'Letter by letter' },
            ]}
            onChange={(order) =>
              dispatch(edit('text.set', { objectId: object.id, change: { order: order as 'block' } }))
            }
          />
        </Row>
      )}
    </Group>
  )
}

function CoatRow(props: { object: DesignObject; coat: CoatItem; open: boolean; onOpen(): void }) {
  const { object, coat, open, onOpen } = props
  const dispatch = useAppDispatch()
  const at = { objectId: object.id, coatId: coat.id }
  const name = COAT_NAMES[coat.kind]
  const index = object.coats?.indexOf(coat) ?? 0
  const drop = (id: string) =>
    id !== coat.id && dispatch(edit('coat.order', { ...at, coatId: id, to: index }))
  return (
    <div
      role="group"
      aria-label={`${name} coat`}
      className="mb-0.5 rounded bg-raised"
      onDragOver={(e) => e.dataTransfer.types.includes('text/stilus-coat') && e.preventDefault()}
      onDrop={(e) => drop(e.dataTransfer.getData('text/stilus-coat'))}
    >
      <div
        className="flex h-8 items-center gap-1 px-1"
        draggable
        onDragStart={(e) => e.dataTransfer.setData('text/stilus-coat', coat.id)}
      >
        <IconButton
          label={coat.on ? `Hide the ${name.toLowerCase()}` : `Show the ${name.toLowerCase()}`}
          pressed={coat.on}
          className="size-6"
          onClick={() => dispatch(edit('coat.switch', { ...at, on: !coat.on }))}
        >
          {coat.on ? <Eye size={14} /> : <EyeOff size={14} />}
        </IconButton>
        <button
          type="button"
          aria-expanded={open}
          className={cx('flex h-full min-w-0 flex-1 items-center gap-1.5 text-left', !coat.on && 'text-dim')}
          onClick={onOpen}
          onKeyDown={(e) => {
            if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return
            e.preventDefault()
            e.stopPropagation()
            dispatch(edit('coat.order', { ...at, to: Math.max(0, index + (e.key === 'ArrowUp' ? 1 : -1)) }))
          }}
        >
          <ChevronDown size={13} className={cx('text-dim', !open && '-rotate-90')} />
          <Swatch coat={coat} />
          {name}
        </button>
        <IconButton
          label={`Duplicate the ${name.toLowerCase()}`}
          className="size-6"
          onClick={() => dispatch(edit('coat.copy', { ...at, newId: uid() }))}
        >
          <Copy size={13} />
        </IconButton>
        <IconButton
          label={`Remove the ${name.toLowerCase()}`}
          className="size-6"
          onClick={() => dispatch(edit('coat.remove', at))}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
      {open && <CoatControls {...{ object, coat }} />}
    </div>
  )
}

function CoatControls({ object, coat }: { object: DesignObject; coat: CoatItem }) {
  const form = COAT_FORMS[coat.kind]
  const values = useApp((s) =>
    JSON.stringify(
      Object.fromEntries(
        Object.entries(form).map(([name, param]) => {
          const own = coat.form[name]
          return [name, own ? valueAt(own, s.view.frame - object.zero) : param.default]
        }),
      ),
    ),
  )
  const now = JSON.parse(values) as Record<string, never>
  return (
    <div className="px-1 pb-1.5">
      {Object.entries(form)
        // Only what has letters has lines, words and letters.
        .filter(([name, param]) => (name !== 'over' || object.text) && (param.when?.(now) ?? true))
        .map(([name, param]) => (
          <ParamRow
            key={name}
            param={param}
            address={coatAddress(object.id, coat.id, name)}
            animated={coat.form[name] ?? { value: param.default }}
          />
        ))}
      {GRADED.has(now['paint'] ?? '') && <Stops {...{ object, coat }} />}
      {now['paint'] === 'picture' && <CoatPicture {...{ object, coat }} />}
    </div>
  )
}

const GRADED = new Set<string>(['linear', 'radial', 'conic'])

/** The picture that a coat is painted with. */
function CoatPicture({ object, coat }: { object: DesignObject; coat: CoatItem }) {
  const dispatch = useAppDispatch()
  const { project } = useDesk()
  return (
    <Row label="Shows">
      <PictureChoice
        {...{ project, source: coat.source }}
        design={designOf(project, object.id)}
        onChange={(source) => dispatch(edit('coat.source', { objectId: object.id, coatId: coat.id, source }))}
      />
    </Row>
  )
}

/** The colours of a gradient. */
function Stops({ object, coat }: { object: DesignObject; coat: CoatItem }) {
  const dispatch = useAppDispatch()
  const at = { objectId: object.id, coatId: coat.id }
  const last = coat.stops.at(-1)
  return (
    <>
      {coat.stops.map((stop, i) => (
        <div
          key={stop.id}
          role="group"
          aria-label={`Colour ${i + 1}`}
          className="mt-1 rounded bg-ground px-1"
        >
          <div className="flex items-center justify-between pl-2.5 text-xs text-faint">
            Colour {i + 1}
            <IconButton
              label={`Remove colour ${i + 1}`}
              className="size-6"
              disabled={coat.stops.length <= 2}
              onClick={() => dispatch(edit('stop.remove', { ...at, stopId: stop.id }))}
            >
              <Trash2 size={13} />
            </IconButton>
          </div>
          {Object.entries(STOP_FORM).map(([name, param]) => (
            <ParamRow
              key={name}
              param={param}
              address={stopAddress(object.id, coat.id, stop.id, name)}
              animated={stop.form[name] ?? { value: param.default }}
            />
          ))}
        </div>
      ))}
      <Button
        look="quiet"
        className="mt-1 h-6! px-2"
        onClick={() => {
          const colour = (last?.form['colour']?.value ?? [0.8, 0.8, 0.8]) as number[]
          dispatch(edit('stop.add', { ...at, stopId: uid(), form: { at: 0.5, colour } }))
        }}
      >
        <Plus size={13} /> Colour
      </Button>
    </>
  )
}

/** The colour of a coat, or the ends of its gradient. */
function Swatch({ coat }: { coat: CoatItem }) {
  const css = (v: unknown) => `color(srgb-linear ${(Array.isArray(v) ? v : [0.5, 0.5, 0.5]).join(' ')})`
  const graded = GRADED.has(String(coat.form['paint']?.value))
  const rising = [...coat.stops].sort((a, b) => Number(a.form['at']?.value) - Number(b.form['at']?.value))
  const ends = rising.map((s) => css(s.form['colour']?.value))
  return (
    <span
      aria-hidden
      className="size-3.5 shrink-0 rounded-sm border border-line-strong"
      style={{
        background: graded ? `linear-gradient(90deg, ${ends.join(', ')})` : css(coat.form['colour']?.value),
      }}
    />
  )
}
