import { type Follow, type Mover, type Noise, NOISE_FORMS, type Source } from '@stilus/core/anim'
import { isNumeric, type Param, partNames } from '@stilus/core/params'
import {
  type Act,
  address,
  allSteps,
  frontFor,
  paramsOf,
  type Place,
  placeName,
  type Project,
  type Shot,
  type Step,
} from '@stilus/core/project'
import { ArrowLeft, ArrowRight, Trash2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { measureLevel } from '../session/levels'
import { tell, uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Choice, Segments, Toggle } from '../ui/fields'
import { Menu, type MenuItem } from '../ui/overlays'
import { NumberField } from '../ui/number-field'
import { ParamRow } from './param-row'
import { newNoise } from './param-menu'
import { useDesk } from './use-desk'

/** Everything that moves one value, in the order in which it works, each with its switch; and what else could. */
export function MoversPanel({ place, step }: { place: Place; step: Step }) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const param = paramsOf(step)[place.param]
  const animated = animatedAt(project, place)
  const front = place.shapeId ? undefined : frontFor(shot, step.id, place.param)
  if (!animated) return null
  const { when } = step
  const numeric = param
    ? isNumeric(param)
    : typeof animated.value !== 'string' && typeof animated.value !== 'boolean'
  const put = (mover: Mover, gesture?: string) => dispatch(edit('mover.put', { place, mover }, gesture))
  const nothing = !animated.keys && !animated.movers?.length && !front && !when.rampIn && !when.rampOut
  return (
    <section
      aria-label={`What moves ${placeName(project, place)}`}
      data-facet="when"
      className="grid min-h-0 flex-1 content-start gap-2 overflow-y-auto px-3 py-2"
    >
      <div className="flex items-center gap-1">
        <IconButton label="Back to the controls" onClick={() => dispatch(viewActions.set({ movers: null }))}>
          <ArrowLeft size={16} />
        </IconButton>
        <h3 className="truncate font-semibold">What moves {(param?.label ?? place.param).toLowerCase()}?</h3>
      </div>
      {nothing && <p className="text-dim">Nothing. It stays as it is set.</p>}
      {front && (
        <Row title={`The front panel of ${front.group.name}`}>
          <Button onClick={() => dispatch(viewActions.step(front.group.id))}>Go there</Button>
        </Row>
      )}
      {animated.keys && (
        <Row
          title={`${animated.keys.length} ${animated.keys.length === 1 ? 'key' : 'keys'}`}
          on={!animated.keysOff}
          onSwitch={(on) => dispatch(edit('keys.heed', { place, on }))}
        />
      )}
      {(animated.movers ?? []).map((mover) => (
        <Row
          key={mover.id}
          title={moverName(project, mover)}
          on={mover.on}
          onSwitch={(on) => dispatch(edit('mover.switch', { place, moverId: mover.id, on }))}
          onRemove={() => dispatch(edit('mover.drop', { place, moverId: mover.id }))}
        >
          {mover.kind === 'follow' ? (
            <FollowForm mover={mover} param={param} onChange={put} />
          ) : (
            <NoiseForm mover={mover} place={place} param={param} onChange={put} />
          )}
        </Row>
      ))}
      {(when.rampIn > 0 || when.rampOut > 0) && (
        <Row title={`The ramps of ${step.name}: ${when.rampIn} in, ${when.rampOut} out`}>
          <Button onClick={() => dispatch(viewActions.set({ movers: null, face: 'when' }))}>
            Go to When
          </Button>
        </Row>
      )}
      {numeric && !front && <AddMover place={place} param={param} />}
    </section>
  )
}

function animatedAt(project: Project, place: Place) {
  try {
    return address(project, place)
  } catch {
    return undefined
  }
}

export function moverName(project: Project, mover: Mover): string {
  if (mover.kind !== 'follow') return mover.kind === 'wobble' ? 'Wobble' : 'Flicker'
  return `Follows ${sourceName(project, mover.source)}`
}

export function sourceName(project: Project, source: Source): string {
  if (source.kind === 'sound') {
    const clip = [...project.sounds, ...project.shots].find((c) => c.id === source.clipId)
    return `the level of ${clip?.name ?? 'a sound that is gone'}`
  }
  try {
    return placeName(project, source.place)
  } catch {
    return 'a value that is gone'
  }
}

function Row(props: {
  title: string
  on?: boolean
  onSwitch?(on: boolean): void
  onRemove?(): void
  children?: ReactNode
}) {
  return (
    <div className="rounded bg-raised p-2">
      <div className="flex min-h-7 items-center gap-2">
        <span className="min-w-0 flex-1">{props.title}</span>
        {props.onSwitch && (
          <Toggle label={`${props.title}, on`} value={props.on ?? true} onChange={props.onSwitch} />
        )}
        {props.onRemove && (
          <IconButton label={`Remove: ${props.title}`} onClick={props.onRemove}>
            <Trash2 size={14} />
          </IconButton>
        )}
      </div>
      {props.children}
    </div>
  )
}

const line = 'grid grid-cols-[72px_1fr] items-center gap-2 py-0.5'

function PartChoice({
  mover,
  param,
  onChange,
}: {
  mover: Mover
  param: Param | undefined
  onChange(mover: Mover): void
}) {
  const names = param ? partNames(param) : []
  if (!names.length) return null
  return (
    <label className={line}>
      <span className="text-dim">Moves</span>
      <Choice
        label="Which numbers it moves"
        value={String(mover.part ?? 'all')}
        options={[{ value: 'all', label: 'All' }, ...names.map((label, i) => ({ value: String(i), label }))]}
        onChange={(v) => {
          const { part: _, ...rest } = mover
          onChange((v === 'all' ? rest : { ...mover, part: Number(v) }) as Mover)
        }}
      />
    </label>
  )
}

function FollowForm({
  mover,
  param,
  onChange,
}: {
  mover: Follow
  param: Param | undefined
  onChange(m: Mover, gesture?: string): void
}) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { source } = mover
  const number = (label: string, name: 'factor' | 'offset' | 'delay', step: number, unit?: string) => (
    <label className={line}>
      <span className="text-dim">{label}</span>
      <NumberField
        label={label}
        value={mover[name]}
        {...{
          min: -1e6,
          max: 1e6,
          soft: [-2 * Math.abs(mover[name]) - 1, 2 * Math.abs(mover[name]) + 1],
          step,
          unit,
        }}
        digits={name === 'delay' ? 0 : 3}
        onChange={(v, gesture) => onChange({ ...mover, [name]: v }, gesture)}
      />
    </label>
  )
  const go = () => {
    if (source.kind !== 'value') return
    const { shotId, stepId } = source.place
    if (shotId !== shot.id) void navigate(`/p/${project.id}/shot/${shotId}`)
    // Entering a desk clears the selection; this comes after.
    setTimeout(() => dispatch(viewActions.step(stepId)))
  }
  return (
    <div>
      {source.kind === 'value' && (
        <Button look="quiet" className="px-1" onClick={go}>
          Go to what it follows <ArrowRight size={14} />
        </Button>
      )}
      {number('Times', 'factor', 0.01)}
      {number('Plus', 'offset', 0.01)}
      {number('Later by', 'delay', 1, 'fr')}
      <div className={line}>
        <span className="text-dim">Gives</span>
        <Segments
          label="What becomes of the value"
          value={mover.join}
          options={[
            { value: 'replace', label: 'The value' },
            { value: 'add', label: 'Added to it' },
          ]}
          onChange={(join) => onChange({ ...mover, join: join as 'add' })}
        />
      </div>
      <div className={line}>
        <span className="text-dim">Limits</span>
        <div className="flex items-center gap-1">
          <Toggle
            label="Limits"
            value={mover.limits !== null}
            onChange={(on) => onChange({ ...mover, limits: on ? [0, 1] : null })}
          />
          {mover.limits &&
            ([0, 1] as const).map((i) => (
              <NumberField
                key={i}
                label={i ? 'Highest' : 'Lowest'}
                value={mover.limits?.[i] ?? 0}
                {...{ min: -1e6, max: 1e6, soft: [-10, 10], step: 0.05, digits: 2 }}
                className="flex-1"
                onChange={(v, gesture) => {
                  const [low, high] = mover.limits ?? [0, 1]
                  onChange(
                    { ...mover, limits: i ? [low, Math.max(low, v)] : [Math.min(v, high), high] },
                    gesture,
                  )
                }}
              />
            ))}
        </div>
      </div>
      <PartChoice mover={mover} param={param} onChange={onChange} />
    </div>
  )
}

const FORM_PARAMS: Record<(typeof NOISE_FORMS)[number], Param> = {
  amplitude: {
    ...{ type: 'number', label: 'Amplitude', help: 'The largest deviation.', default: 1, min: 0, max: 1e6 },
    ...{ soft: [0, 10], step: 0.01, digits: 2 },
  },
  frequency: {
    ...{
      type: 'number',
      label: 'Frequency',
      help: 'Swings or jumps a second.',
      default: 1,
      min: 0,
      max: 240,
    },
    ...{ soft: [0, 12], step: 0.05, digits: 2 },
  },
  decay: {
    ...{
      type: 'number',
      label: 'Decay',
      help: 'How fast it dies away: e to this power a second.',
      default: 0,
      min: 0,
    },
    ...{ max: 100, soft: [0, 5], step: 0.02, digits: 2 },
  },
}

function NoiseForm({
  mover,
  place,
  param,
  onChange,
}: {
  mover: Noise
  place: Place
  param: Param | undefined
  onChange(m: Mover, gesture?: string): void
}) {
  return (
    <div>
      {NOISE_FORMS.map((form) => (
        <ParamRow
          key={form}
          param={FORM_PARAMS[form]}
          place={{ ...place, mover: { id: mover.id, form } }}
          animated={mover[form]}
        />
      ))}
      <div className="grid grid-cols-2 gap-2 py-0.5">
        {(['octaves', 'seed'] as const).map((name) => (
          <label key={name} className="grid grid-cols-[56px_1fr] items-center gap-1">
            <span className="text-dim">{name === 'octaves' ? 'Octaves' : 'Seed'}</span>
            <NumberField
              label={name === 'octaves' ? 'Octaves' : 'Seed'}
              value={mover[name]}
              min={name === 'octaves' ? 1 : 0}
              max={name === 'octaves' ? 8 : 9999}
              step={1}
              digits={0}
              onChange={(v, gesture) => onChange({ ...mover, [name]: Math.round(v) }, gesture)}
            />
          </label>
        ))}
      </div>
      <PartChoice mover={mover} param={param} onChange={onChange} />
    </div>
  )
}

/** Numbers of a step that can be followed. */
const numbersOf = (step: Step) => [
  ['mix', 'Mix'] as const,
  ...Object.entries(paramsOf(step)).flatMap(([id, p]) => (isNumeric(p) ? [[id, p.label] as const] : [])),
]

function AddMover({ place, param }: { place: Place; param: Param | undefined }) {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const follow = (source: Source, before: readonly Act[] = [], factor = 1) => {
    const mover: Mover = {
      ...{
        id: uid(),
        on: true,
        kind: 'follow',
        source,
        factor,
        offset: 0,
        delay: 0,
        limits: null,
        join: 'replace',
      },
    }
    dispatch(editAll([...before, ['mover.put', { place, mover }]], `Follow ${sourceName(project, source)}`))
  }
  const stepItems = (from: Shot): MenuItem[] =>
    allSteps(from.steps).map((step) => ({
      label: step.name,
      items: numbersOf(step).map(([id, label]) => ({
        label,
        disabled: from.id === place.shotId && step.id === place.stepId && id === place.param,
        run: () => follow({ kind: 'value', place: { shotId: from.id, stepId: step.id, param: id } }),
      })),
    }))
  const sounds = [...project.sounds, ...project.shots.filter((s) => s.sound !== null)].filter(
    (c) => project.media.find((m) => m.id === c.mediaId)?.sound,
  )
  const hear = async (clip: { id: string; mediaId: string; name: string }) => {
    const acts = await measureLevel(project, clip.mediaId)
    if (!acts) tell('problem', `"${clip.name}" has no sound that can be measured.`)
    else follow({ kind: 'sound', clipId: clip.id }, acts, (param && 'soft' in param && param.soft?.[1]) || 1)
  }
  const others = project.shots.filter((s) => s.id !== shot.id && s.steps.length)
  const noise = (kind: 'wobble' | 'flicker') =>
    dispatch(edit('mover.put', { place, mover: newNoise(kind, param ?? FORM_PARAMS.amplitude) }))
  return (
    <div className="flex flex-wrap gap-1.5">
      <Menu
        trigger={<Button>Follow …</Button>}
        items={[
          ...stepItems(shot),
          null,
          ...(others.length
            ? [
                {
                  label: 'In another shot',
                  items: others.map((s) => ({ label: s.name, items: stepItems(s) })),
                },
              ]
            : []),
          {
            label: 'Loudness of',
            disabled: !sounds.length,
            items: sounds.map((clip) => ({ label: clip.name, run: () => void hear(clip) })),
          },
        ]}
      />
      <Button onClick={() => noise('wobble')}>Add a wobble</Button>
      <Button onClick={() => noise('flicker')}>Add a flicker</Button>
    </div>
  )
}
