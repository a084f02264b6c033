import { type Blend, BLENDS } from '@stilus/core/kernels'
import { OBJECT_FORMS, OBJECT_NAMES } from '@stilus/core/design'
import type { Param } from '@stilus/core/params'
import {
  type Design,
  type DesignObject,
  formAddress,
  type Project,
  type Source,
  sourceName,
} from '@stilus/core/project'
import { Copy, Eye, EyeOff, Lock, LockOpen, Trash2 } from 'lucide-react'
import { uid } from '../session/work'
import { ParamRow } from '../desk/controls/param-row'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Choice, EditableText } from '../ui/fields'
import { Menu } from '../ui/overlays'
import { CoatsPanel } from './text/coats-panel'
import { LettersPanel } from './text/letters-panel'
import { parentsFor } from './object-acts'
import { PassageRows } from './passage-rows'
import { pictureSources } from './sources'

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
  const at = { objectId: object.id }
  const blend = object.blend ?? { mode: 'normal' as const, space: 'perceptual' as const }
  const change = (c: Parameters<typeof edit<'object.change'>>[1]['change']) =>
    dispatch(edit('object.change', { ...at, change: c }))
  // What a text is set with stands with its letters.
  const params = Object.entries(OBJECT_FORMS[object.kind]).filter(([, p]) => !object.text || !p.group)
  const groups = [...new Set(params.map(([, param]) => param.group ?? ''))]
  return (
    <section aria-label="Chosen object" data-facet="what" className="flex min-h-0 flex-1 flex-col">
      <header className="grid gap-1 border-b px-2 py-1.5">
        <div className="flex items-center gap-1">
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
        <div className="grid grid-cols-[92px_1fr] items-center gap-x-2 gap-y-1 pl-1">
          {object.kind === 'picture' && object.source && (
            <>
              <span className="text-dim">Shows</span>
              <PictureChoice
                {...{ project, design, source: object.source }}
                onChange={(source) => change({ source })}
              />
            </>
          )}
          <span className="text-dim">Lies there as</span>
          <Choice
            label="Blend mode of the object"
            value={blend.mode}
            options={BLENDS.map((mode) => ({ value: mode, label: MODES[mode] ?? capital(mode) }))}
            onChange={(mode) => change({ blend: { ...blend, mode: mode as Blend } })}
          />
          <span className="text-dim">Moves along</span>
          <ParentChoice design={design} object={object} />
          <PassageRows object={object} />
        </div>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto px-3 py-2">
        {object.kind === 'group' && object.objects && (
          <Button
            className="mb-2 w-full"
            onClick={() => {
              if (dispatch(edit('object.ungroup', at))) dispatch(viewActions.object({ id: null }))
            }}
          >
            Open up the group
          </Button>
        )}
        {object.text && (
          <>
            <LettersPanel {...{ project, object }} />
            <CoatsPanel object={object} />
          </>
        )}
        {groups.map((group) => (
          <fieldset key={group} className="min-w-0">
            {group && (
              <legend className="flex h-6 items-center text-xs font-semibold text-faint">{group}</legend>
            )}
            {params
              .filter(([, param]) => (param.group ?? '') === group)
              .map(([name, param]) => (
                <FormRow key={name} {...{ object, name, param }} />
              ))}
          </fieldset>
        ))}
        <p className="pt-3 text-dim">
          {object.steps.length
            ? 'Its treatments stand in the strip below.'
            : `Treatments work on ${OBJECT_NAMES[object.kind].toLowerCase()}s too: add one from the catalogue.`}
        </p>
      </div>
    </section>
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

function PictureChoice(props: {
  project: Project
  design: Design
  source: Source
  onChange(source: Source): void
}) {
  const { project, design, source, onChange } = props
  return (
    <Menu
      trigger={
        <Button
          className="justify-start! truncate"
          aria-label={`${sourceName(project, source)}: what the picture shows`}
        >
          <span className="truncate">{sourceName(project, source)}</span>
        </Button>
      }
      items={() => pictureSources(project, design, onChange)}
    />
  )
}
