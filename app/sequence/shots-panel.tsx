import { type Act, type Project, type Shot, sourceSounds } from '@stilus/core/project'
import { copiedName, hasSteps, pasteSteps } from '../session/clipboard'
import { editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { Segments, Toggle } from '../ui/fields'
import { Menu } from '../ui/overlays'
import { SharedCuts } from './shared-cuts'
import { SharedSteps, sharedTreatments } from './shared-steps'
import { SwapByNames } from './swap'
import { NumberField } from '../ui/number-field'

/** What several selected shots share: changing it changes all of them. */
export function ShotsPanel({ project, shots }: { project: Project; shots: readonly Shot[] }) {
  const dispatch = useAppDispatch()
  const [first] = shots
  if (!first) return null
  const all = (label: string, act: (shot: Shot) => Act, merge?: string) =>
    dispatch(editAll(shots.map(act), `${label} of ${shots.length} shots`, merge))
  const sounding = shots.every((s) => sourceSounds(project, s.source))
  const shared = sharedTreatments(shots.map((s) => s.steps))
  const goals = shots.map((s) => ({ stack: { kind: 'shot' as const, id: s.id }, steps: s.steps }))
  return (
    <section
      aria-label="Selected shots"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3 *:shrink-0"
    >
      <h2 className="text-lg font-semibold">{shots.length} shots</h2>
      <p className="text-dim">{shots.map((s) => s.name).join(', ')}</p>
      <Segments
        label="State of the shots"
        value={shots.every((s) => s.state === first.state) ? first.state : ''}
        options={[
          { value: 'untouched', label: 'Untouched' },
          { value: 'in work', label: 'In work' },
          { value: 'done', label: 'Done' },
        ]}
        onChange={(state) =>
          all('State', (s) => ['shot.state', { shotId: s.id, state: state as Shot['state'] }])
        }
      />
      <Menu
        trigger={
          <Button disabled={!hasSteps()}>Paste {hasSteps() ? copiedName() : 'copied steps'} onto all</Button>
        }
        items={[
          { label: 'Times kept', run: () => pasteSteps(goals, 'kept') },
          { label: 'Times scaled to each length', run: () => pasteSteps(goals, 'scaled') },
          { label: 'Times from each end', run: () => pasteSteps(goals, 'end') },
        ]}
      />
      {sounding && (
        <div className="grid grid-cols-[84px_1fr_36px] items-center gap-2">
          <span className="text-dim">Sound</span>
          {first.sound === null ? (
            <span className="text-faint">off</span>
          ) : (
            <NumberField
              label="Sound level"
              value={first.sound}
              {...{ min: -100, max: 24, soft: [-40, 12], step: 0.2, digits: 1, unit: 'dB' }}
              onChange={(sound, merge) =>
                all('Sound level', (s) => ['shot.sound', { shotId: s.id, sound }], merge)
              }
            />
          )}
          <Toggle
            label="Sound of the shots"
            value={first.sound !== null}
            onChange={(on) => all('Sound', (s) => ['shot.sound', { shotId: s.id, sound: on ? 0 : null }])}
          />
        </div>
      )}
      {!shared.length && <p className="border-t pt-3 text-dim">These shots have no treatment in common.</p>}
      <SharedSteps shared={shared} {...{ project, stack: { kind: 'shot', id: first.id } }} />
      <SharedCuts project={project} shots={shots} />
      <SwapByNames shots={shots} />
    </section>
  )
}
