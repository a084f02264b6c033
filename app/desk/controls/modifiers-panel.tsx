import { MOTION_PARTS, type MotionPart, type Modifier, type Source } from '@stilus/core/anim'
import { isNumeric, type Param } from '@stilus/core/params'
import {
  type Act,
  type Address,
  allShots,
  allSteps,
  controlAddress,
  controlOf,
  getTransition,
  leafOf,
  mediumOfClip,
  type MotionItem,
  nameOfValue,
  panelFor,
  paramAt,
  paramsOf,
  type Project,
  type Records,
  sameAddress,
  type Shot,
  type SoundClip,
  type Step,
  stepBefore,
  valueOf,
} from '@stilus/core/project'
import { ArrowLeft, Trash2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { measureLevel } from '../../session/levels'
import { goOnFromBefore } from '../../session/going-on'
import { tell, uid } from '../../session/work'
import { OwnOfSides } from '../../sequence/own-passages'
import { edit, editAll } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button, IconButton } from '../../ui/button'
import { Toggle } from '../../ui/fields'
import { Menu, type MenuItem } from '../../ui/overlays'
import { newNoise } from './param-menu'
import { useDesk } from '../use-desk'
import { FollowForm, FORM_PARAMS, NoiseForm } from './modifier-forms'
import { AttachForm } from '../../motion/attach-form'

/** Everything that moves one value, in the order in which it works, each with its switch; and what else could. */
export function ModifiersPanel({ address, step }: { address: Address; step: Step }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const param = paramAt(project, address)
  const animated = animatedAt(project, address)
  const control = controlOf(address)
  const panel = control === undefined ? undefined : panelFor(stage.steps, step.id, control)
  if (!animated) return null
  const { when } = step
  const numeric = param
    ? isNumeric(param)
    : typeof animated.value !== 'string' && typeof animated.value !== 'boolean'
  const put = (modifier: Modifier, gesture?: string) =>
    dispatch(edit('modifier.put', { address, modifier }, gesture))
  const nothing = !animated.keys && !animated.modifiers?.length && !panel && !when.rampIn && !when.rampOut
  return (
    <section
      aria-label={`What moves ${nameOfValue(project, address)}`}
      data-facet="when"
      className="grid min-h-0 flex-1 content-start gap-2 overflow-y-auto px-3 py-2"
    >
      <div className="flex items-center gap-1">
        <IconButton
          label="Back to the controls"
          onClick={() => dispatch(viewActions.set({ modifiers: null }))}
        >
          <ArrowLeft size={16} />
        </IconButton>
        <h3 className="truncate font-semibold">
          What moves {(param?.label ?? leafOf(address)).toLowerCase()}?
        </h3>
      </div>
      {nothing && <p className="text-dim">Nothing. It stays as it is set.</p>}
      {stage.stack.kind === 'transition' && (
        <OwnOfSides project={project} transition={getTransition(project, stage.stack.id)} />
      )}
      {panel && (
        <Row title={`The front panel of ${panel.group.name}`}>
          <Button onClick={() => dispatch(viewActions.step(panel.group.id))}>Go there</Button>
        </Row>
      )}
      {animated.keys && (
        <Row
          title={`${animated.keys.length} ${animated.keys.length === 1 ? 'key' : 'keys'}`}
          on={!animated.keysOff}
          onSwitch={(on) => dispatch(edit('keys.enable', { address, on }))}
        />
      )}
      {(animated.modifiers ?? []).map((modifier) => (
        <Row
          key={modifier.id}
          title={moverName(project, modifier)}
          on={modifier.on}
          onSwitch={(on) => dispatch(edit('modifier.switch', { address, modifierId: modifier.id, on }))}
          onRemove={() => dispatch(edit('modifier.drop', { address, modifierId: modifier.id }))}
        >
          {modifier.kind === 'attach' ? (
            <AttachForm modifier={modifier} onChange={(ride, gesture) => void put(ride, gesture)} />
          ) : modifier.kind === 'follow' ? (
            <FollowForm modifier={modifier} param={param} onChange={put} />
          ) : (
            <NoiseForm modifier={modifier} address={address} param={param} onChange={put} />
          )}
        </Row>
      ))}
      {(when.rampIn > 0 || when.rampOut > 0) && (
        <Row
          title={`The ramps of ${step.name}: ${when.rampIn} in, ${when.rampOut} out`}
          on={!when.rampsOff}
          onSwitch={(on) => dispatch(edit('step.when', { stepId: step.id, when: { rampsOff: !on } }))}
        >
          <Button onClick={() => dispatch(viewActions.set({ modifiers: null, face: 'when' }))}>
            Go to When
          </Button>
        </Row>
      )}
      {numeric && !panel && <AddModifier {...{ address, param, step }} />}
    </section>
  )
}

function animatedAt(project: Project, address: Address) {
  try {
    return valueOf(project, address)
  } catch {
    return undefined
  }
}

export function moverName(project: Project, modifier: Modifier): string {
  if (modifier.kind === 'attach') return `Rides on ${motionNames(project, modifier.motions)}`
  if (modifier.kind !== 'follow') return modifier.kind === 'wobble' ? 'Wobble' : 'Flicker'
  return `${modifier.settle === undefined ? 'Follows' : 'Goes on from'} ${sourceName(project, modifier.source)}`
}

const motionNames = (project: Project, ids: readonly string[]): string =>
  ids.map((id) => project.shelf?.find((s) => s.id === id)?.name ?? 'a motion that is gone').join(' and ')

/** What of a motion can be followed, as people read it. */
const PARTS: Record<MotionPart, string> = {
  x: 'place across',
  y: 'place down',
  across: 'way across',
  down: 'way down',
  angle: 'turn',
  scale: 'growth',
  quality: 'quality',
}

/** Everything that can be heard. */
const clipsOf = (project: Project): (SoundClip | Shot)[] => [
  ...project.sequences.flatMap((s) => s.sounds),
  ...allShots(project),
]

export function sourceName(project: Project, source: Source): string {
  if (source.kind === 'motion') return `the ${PARTS[source.of]} of ${motionNames(project, source.motions)}`

  if (source.kind === 'sound') {
    const clip = clipsOf(project).find((c) => c.id === source.clipId)
    return `the level of ${clip?.name ?? 'a sound that is gone'}`
  }
  try {
    return nameOfValue(project, source.address)
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

/** Numbers of a step that can be followed. */
const numbersOf = (step: Step) => [
  ['mix', 'Mix'] as const,
  ...Object.entries(paramsOf(step)).flatMap(([id, p]) => (isNumeric(p) ? [[id, p.label] as const] : [])),
]

interface AddModifierProps {
  address: Address
  param: Param | undefined
  step: Step
}

function AddModifier({ address, param, step }: AddModifierProps) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const follow = (source: Source, before: readonly Act[] = [], factor = 1, records?: Records) => {
    const modifier: Modifier = {
      id: uid(),
      on: true,
      kind: 'follow',
      source,
      factor,
      offset: 0,
      delay: 0,
      limits: null,
      join: 'replace',
    }
    const acts: Act[] = [...before, ['modifier.put', { address, modifier }]]
    dispatch(editAll(acts, `Follow ${sourceName(project, source)}`, undefined, records))
  }
  const motions = (project.shelf ?? []).filter((s) => s.kind === 'motion')
  /** A place on the picture rides; other numbers follow a part of the motion. */
  const ride = (item: MotionItem) => {
    const unit = param?.type === 'point' ? 'normalised' : 'px'
    const modifier: Modifier = {
      id: uid(),
      on: true,
      kind: 'attach',
      unit,
      motions: [item.id],
      at: item.motion.reference,
      inverted: false,
    }
    dispatch(edit('modifier.put', { address, modifier }))
  }
  const isPlace = param?.type === 'point' || (address.owner.kind === 'item' && leafOf(address) === 'centre')
  const stepItems = (from: { steps: readonly Step[] }): MenuItem[] =>
    allSteps(from.steps).map((step) => ({
      label: step.name,
      items: numbersOf(step).map(([id, label]) => ({
        label,
        disabled: sameAddress(controlAddress(step.id, id), address),
        run: () => follow({ kind: 'value', address: controlAddress(step.id, id) }),
      })),
    }))
  const heard = stage.sequence
  const sounds = [...(heard?.sounds ?? []), ...(heard?.shots ?? []).filter((s) => s.sound !== null)].filter(
    (c) => project.media.find((m) => m.id === mediumOfClip(c))?.sound,
  )
  const hear = async (clip: SoundClip | Shot) => {
    const measured = await measureLevel(project, mediumOfClip(clip) ?? '')
    if (!measured) tell('problem', `"${clip.name}" has no sound that can be measured.`)
    else {
      const factor = (param && 'soft' in param && param.soft?.[1]) || 1
      follow({ kind: 'sound', clipId: clip.id }, measured.acts, factor, measured.records)
    }
  }
  const others = allShots(project).filter((s) => s.id !== stage.shot?.id && s.steps.length)
  const { shot } = stage
  const control = controlOf(address)
  const noise = (kind: 'wobble' | 'flicker') =>
    dispatch(edit('modifier.put', { address, modifier: newNoise(kind, param ?? FORM_PARAMS.amplitude) }))
  return (
    <div className="flex flex-wrap gap-1.5">
      <Menu
        trigger={<Button>Follow …</Button>}
        items={[
          ...stepItems(stage),
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
            label: 'A motion',
            disabled: !motions.length,
            items: motions.map((item) => ({
              label: item.name,
              items: [
                ...(isPlace ? [{ label: 'Ride along', run: () => ride(item) }, null] : []),
                ...MOTION_PARTS.map((of) => ({
                  label: PARTS[of],
                  run: () =>
                    follow({
                      kind: 'motion',
                      of,
                      motions: [item.id],
                      at: item.motion.reference,
                      inverted: false,
                    }),
                })),
              ],
            })),
          },
          {
            label: 'Loudness of',
            disabled: !sounds.length,
            items: sounds.map((clip) => ({ label: clip.name, run: () => void hear(clip) })),
          },
        ]}
      />
      {shot && param && control !== undefined && stepBefore(project, shot, step) && (
        <Button onClick={() => goOnFromBefore(project, shot, step, control)}>
          Go on from the shot before
        </Button>
      )}
      <Button onClick={() => noise('wobble')}>Add a wobble</Button>
      <Button onClick={() => noise('flicker')}>Add a flicker</Button>
    </div>
  )
}
