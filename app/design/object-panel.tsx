import { type Blend, BLENDS } from '@stilus/core/kernels'
import { OBJECT_FORMS, type ObjectKind } from '@stilus/core/design'
import type { Param } from '@stilus/core/params'
import { type Join, JOINS } from '@stilus/core/polygon'
import { allObjects, type Design, type DesignObject, formAddress, type Project } from '@stilus/core/project'
import { Copy, Eye, EyeOff, Grip, Lock, LockOpen, Trash2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { uid } from '../session/work'
import { ParamRow } from '../desk/controls/param-row'
import { FaceTabs } from '../desk/panel/face-tabs'
import { edit } from '../store/edit'
import { useApp, useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Choice, EditableText } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { ArrangeRow } from './arrange-row'
import { CoatsPanel } from './text/coats-panel'
import { ColumnPanel } from './text/column-panel'
import { LettersPanel } from './text/letters-panel'
import { JOIN_NAMES } from './join-names'
import { parentsFor, repeatObjects } from './object-acts'
import { MoversPanel } from './movers/movers-panel'
import { PassageRows } from './passage-rows'
import { Group } from './text/row'
import { RepeatList } from './repeat-list'
import { RideRows } from './ride-rows'
import { PathRow } from './path-row'
import { PictureChoice } from './picture-choice'

/** What taking apart what holds other objects is called. */
const OPEN_UP: Partial<Record<ObjectKind, string>> = {
  group: 'Open up the group',
  combined: 'Take the shapes apart',
  repeat: 'Keep the first copy alone',
}
/** What of an object's numbers says where it stands. */
const PLACING = ['place', 'anchor', 'scale', 'turn', 'along', 'opacity']
const OBJECT_PLURALS: Record<ObjectKind, string> = {
  text: 'texts',
  picture: 'pictures',
  rectangle: 'rectangles',
  ellipse: 'ellipses',
  polygon: 'polygons',
  star: 'stars',
  line: 'lines',
  outline: 'outlines',
  drawing: 'drawings',
  combined: 'combinations',
  repeat: 'repeats',
  group: 'groups',
}

const MODES: Partial<Record<Blend, string>> = { plus: 'Add' }
const capital = (text: string) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`

/** The chosen object: its name and switch, what it moves along with, how it lies on the others, and its numbers. */
export function ObjectPanel({
  project,
  design,
  object,
}: {
  project: Project
  design: Design
  object: DesignObject
}) {
  const dispatch = useAppDispatch()
  const { face } = useView('face')
  const at = { objectId: object.id }
  const joinedTo = combinationOf(design, object)
  const blend = object.blend ?? { mode: 'normal' as const, space: 'perceptual' as const }
  const change = (c: Parameters<typeof edit<'object.change'>>[1]['change']) =>
    dispatch(edit('object.change', { ...at, change: c }))
  // What a text is set with stands with its letters.
  const params = Object.entries(OBJECT_FORMS[object.kind]).filter(([, p]) => !object.text || !p.group)
  return (
    <section aria-label="Chosen object" data-facet={face} className="flex min-h-0 flex-1 flex-col">
      <header className="grid gap-1 border-b px-2 py-1.5">
        <div className="flex min-w-0 items-center gap-1">
          <IconButton
            label={object.on ? 'Hide the object' : 'Show the object'}
            pressed={object.on}
            onClick={() => change({ on: !object.on })}
          >
            {object.on ? <Eye size={16} /> : <EyeOff size={16} />}
          </IconButton>
          <EditableText
            label="Name of the object"
            value={object.name}
            onChange={(name) => change({ name })}
            className="h-7 flex-1 px-1 text-base font-semibold"
          />
          <IconButton
            label={object.locked ? 'Unlock the object' : 'Lock the object'}
            pressed={object.locked ?? false}
            onClick={() => dispatch(edit('object.lock', { ...at, locked: !object.locked }))}
          >
            {object.locked ? <Lock size={15} /> : <LockOpen size={15} />}
          </IconButton>
          <IconButton label="Repeat the object" onClick={() => repeatObjects([object.id])}>
            <Grip size={15} />
          </IconButton>
          <IconButton
            label="Duplicate the object"
            onClick={() => {
              const newId = uid()
              if (dispatch(edit('object.copy', { ...at, newId }))) dispatch(viewActions.object({ id: newId }))
            }}
          >
            <Copy size={15} />
          </IconButton>
          <IconButton label="Remove the object" onClick={() => dispatch(edit('object.remove', at))}>
            <Trash2 size={15} />
          </IconButton>
        </div>
      </header>
      <FaceTabs
        faces={{
          what: (
            <>
              {object.kind === 'picture' && object.source && (
                <Field label="Shows">
                  <PictureChoice
                    {...{ project, design, source: object.source }}
                    onChange={(source) => change({ source })}
                  />
                </Field>
              )}
              {joinedTo && (
                <Field label="Joined">
                  {joinedTo.objects?.[0]?.id === object.id ? (
                    <span className="text-dim">The others are joined to it</span>
                  ) : (
                    <Choice
                      label="How the shape is joined to those behind it"
                      value={object.join ?? 'unite'}
                      options={JOINS.map((join) => ({ value: join, label: JOIN_NAMES[join].done }))}
                      onChange={(join) => change({ join: join as Join })}
                    />
                  )}
                </Field>
              )}
              {object.objects && (
                <Button
                  className="mb-2 w-full"
                  onClick={() => {
                    if (dispatch(edit('object.ungroup', at))) dispatch(viewActions.object({ id: null }))
                  }}
                >
                  {OPEN_UP[object.kind]}
                </Button>
              )}
              {object.kind === 'repeat' && <RepeatList object={object} />}
              {object.text && <LettersPanel {...{ project, object }} />}
              <Forms {...{ object }} params={params.filter(([name]) => !PLACING.includes(name))} />
              {joinedTo ? (
                <p className="pb-2 text-dim">It wears the coats of {joinedTo.name}.</p>
              ) : (
                object.coats && <CoatsPanel object={object} />
              )}
              {object.text && <ColumnPanel object={object} />}
              {joinedTo ? (
                <p className="pt-3 text-dim">
                  Treatments, opacity and blend mode are those of {joinedTo.name}.
                </p>
              ) : (
                <>
                  <Field label="Lies there as">
                    <Choice
                      label="Blend mode of the object"
                      value={blend.mode}
                      options={BLENDS.map((mode) => ({ value: mode, label: MODES[mode] ?? capital(mode) }))}
                      onChange={(mode) => change({ blend: { ...blend, mode: mode as Blend } })}
                    />
                  </Field>
                  <p className="pt-3 text-dim">
                    {object.steps.length
                      ? 'Its treatments stand in the strip below.'
                      : `Treatments work on ${OBJECT_PLURALS[object.kind]} too: add one from the catalogue.`}
                  </p>
                </>
              )}
            </>
          ),
          where: (
            <>
              <ArrangeRow {...{ project, design }} />
              <Field label="Moves along">
                <ParentChoice design={design} object={object} />
              </Field>
              <RideRows object={object} />
              <Forms
                {...{ object }}
                params={params.filter(
                  ([name]) => PLACING.includes(name) && !(joinedTo && name === 'opacity'),
                )}
              />
              <PathRow {...{ project, design, object }} />
            </>
          ),
          when: (
            <>
              <div className="mb-2 grid grid-cols-[92px_1fr] items-center gap-x-2 gap-y-1">
                <TimeRows object={object} />
              </div>
              {joinedTo ? (
                <p className="text-dim">It comes and goes with {joinedTo.name}.</p>
              ) : (
                <MoversPanel object={object} />
              )}
              <Group title="As a whole picture, by a transition">
                <div className="grid grid-cols-[92px_1fr] items-center gap-x-2 gap-y-1">
                  <PassageRows object={object} />
                </div>
              </Group>
            </>
          ),
        }}
      />
    </section>
  )
}

/** The combination that an object is a part of. */
const combinationOf = (design: Design, object: DesignObject): DesignObject | undefined =>
  allObjects(design.objects).find(
    (o) => o.kind === 'combined' && o.objects?.some((inner) => inner.id === object.id),
  )

/** Numbers under their headings. */
function Forms({ object, params }: { object: DesignObject; params: [string, Param][] }) {
  const values = Object.fromEntries(params.map(([name, p]) => [name, object.form[name]?.value ?? p.default]))
  const there = params.filter(([, p]) => p.when?.(values) ?? true)
  const groups = [...new Set(there.map(([, param]) => param.group ?? ''))]
  return groups.map((group) => (
    <fieldset key={group} className="min-w-0">
      {group && <legend className="flex h-6 items-center text-xs font-semibold text-faint">{group}</legend>}
      {there
        .filter(([, param]) => (param.group ?? '') === group)
        .map(([name, param]) => (
          <FormRow key={name} {...{ object, name, param }} />
        ))}
    </fieldset>
  ))
}

/** From which frame on an object is there, and for how long. */
function TimeRows({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const { start, length } = object
  const time = (next: { start: number; length: number }, carry: boolean, gesture: string) =>
    void dispatch(edit('object.time', { objectId: object.id, ...next, carry }, gesture))
  const common = { step: 1, digits: 0, unit: 'frames' } as const
  return (
    <>
      <span className="text-dim">Begins at</span>
      <NumberField
        {...common}
        label="Frame at which the object begins"
        value={start}
        min={-100_000}
        max={100_000}
        soft={[0, 200]}
        onChange={(v, gesture) => time({ start: Math.round(v), length }, true, gesture)}
      />
      <span className="text-dim">Is there for</span>
      <NumberField
        {...common}
        label="Frames for which the object is there"
        value={length}
        min={1}
        max={1_000_000}
        soft={[1, 300]}
        onChange={(v, gesture) => time({ start, length: Math.max(1, Math.round(v)) }, false, gesture)}
      />
    </>
  )
}

function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="mb-1 grid grid-cols-[92px_1fr] items-center gap-x-2">
      <span className="pl-2.5 text-dim">{label}</span>
      {children}
    </div>
  )
}

function FormRow({ object, name, param }: { object: DesignObject; name: string; param: Param }) {
  const animated = object.form[name] ?? { value: param.default }
  return <ParamRow param={param} address={formAddress('object', object.id, name)} animated={animated} />
}

const ALONE = ' '

function ParentChoice({ design, object }: { design: Design; object: DesignObject }) {
  const dispatch = useAppDispatch()
  const frame = useApp((s) => s.view.frame)
  return (
    <Choice
      label="What the object moves along with"
      value={object.parent ?? ALONE}
      options={[
        { value: ALONE, label: 'By itself' },
        ...parentsFor(design, object).map((o) => ({ value: o.id, label: `With ${o.name}` })),
      ]}
      onChange={(parent) =>
        dispatch(
          edit('object.parent', { objectId: object.id, parent: parent === ALONE ? null : parent, frame }),
        )
      }
    />
  )
}
