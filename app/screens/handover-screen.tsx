import {
  activeTransitions,
  allSteps,
  getSequence,
  type Project,
  sequenceLength,
  type Shot,
  unknownSteps,
} from '@stilus/core/project'
import { toTimecode } from '@stilus/core/time'
import {
  ALPHAS,
  type Container,
  type DeliveredAlpha,
  type Delivery,
  type EncodeQuality,
  USUAL_ALPHA,
  USUAL_NAMES,
} from '@stilus/core/deliver'
import { packProject } from '@stilus/engine'
import { useEffect, useState } from 'react'
import { enqueue, saveDeliveredEdit } from '../session/handover'
import { saveFile } from '../session/save-file'
import { work } from '../session/work'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { Choice, EmptyState, Segments } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { Bar } from './bar'
import { FieldButtons, fieldsFor, NameSample } from './handover-names'
import { Row } from './handover-row'
import { ShotsToHand } from './handover-shots'
import { DeliveryCard } from './delivery-card'

const CONTAINERS = [
  { value: 'mp4', label: 'MP4' },
  { value: 'webm', label: 'WebM' },
  { value: 'png', label: 'PNG' },
  { value: 'exr', label: 'EXR' },
]
const SAYS: Record<Container, string> = {
  mp4: 'H.264 with AAC sound, or AV1 where the browser has no H.264. It holds no transparency.',
  webm: 'VP9 with Opus sound, with transparency if wanted.',
  png: 'One picture a frame in a zip, without sound.',
  exr: 'One picture a frame in a zip, linear light with nothing cut, without sound.',
}
const DEPTHS = {
  png: [
    { value: '8', label: '8 bit' },
    { value: '16', label: '16 bit' },
  ],
  exr: [
    { value: '16', label: 'Half' },
    { value: '32', label: 'Float' },
  ],
}
const ALPHA_WORDS: Record<DeliveredAlpha, string> = {
  none: 'On black',
  straight: 'Straight',
  premultiplied: 'Premultiplied',
}

/** The steps of a shot that act in a region. */
const withRegions = (shot: Shot): string[] =>
  allSteps(shot.steps).flatMap((step) => (step.where?.items.length ? [step.id] : []))

/** What to hand back and how, the render queue, and what is finished. */
export function HandoverScreen({ project }: { project: Project }) {
  const dispatch = useAppDispatch()
  const deliveries = useApp((s) => s.deliveries)
  const [sequenceId, setSequenceId] = useState(project.sequences[0]?.id ?? '')
  const sequence = getSequence(
    project,
    project.sequences.some((s) => s.id === sequenceId) ? sequenceId : undefined,
  )
  const unknown = unknownSteps(project)
  const [what, setWhat] = useState<'sequence' | 'marks' | 'shots'>('sequence')
  const [chosen, setChosen] = useState<readonly string[]>(() =>
    project.sequences.flatMap((s) => s.shots.map((c) => c.id)),
  )
  const [handles, setHandles] = useState(12)
  const [of, setOf] = useState<'pictures' | 'mattes'>('pictures')
  const [baked, setBaked] = useState(false)
  const [container, setContainer] = useState<Container>('mp4')
  const [quality, setQuality] = useState<EncodeQuality>('high')
  const [depth, setDepth] = useState<8 | 16 | 32>(16)
  const [alpha, setAlpha] = useState<DeliveredAlpha>('none')
  const [name, setName] = useState('')
  const [version, setVersion] = useState(1)
  useEffect(() => void dispatch(viewActions.entered({})), [dispatch])

  const picked = sequence.shots.filter((s) => chosen.includes(s.id)).sort((a, b) => a.start - b.start)
  // Transitions between shots that both are chosen.
  const crossings = activeTransitions(project, sequence).filter(
    ({ from, to }) => from && to && picked.includes(from) && picked.includes(to),
  )
  const common = { container, quality, depth, alpha, name, version }
  const list: Delivery[] =
    what === 'shots'
      ? [
          ...picked.flatMap((s) =>
            (of === 'pictures' ? [undefined] : withRegions(s)).map((matteOf) => ({
              what: { kind: 'shot' as const, shotId: s.id, handles, ...(matteOf ? { matteOf } : {}) },
              ...common,
            })),
          ),
          ...(baked && of === 'pictures' ? crossings : []).map(({ transition }) => ({
            what: { kind: 'transition' as const, transitionId: transition.id },
            ...common,
          })),
        ]
      : [{ what: { kind: what, sequenceId: sequence.id }, ...common }]
  const frames =
    what === 'shots' ? (list.length ? picked.reduce((n, s) => n + s.length, 0) : 0) : sequenceLength(sequence)
  const hasMarks = sequence.marks.in !== null || sequence.marks.out !== null
  const timecode = (f: number) => toTimecode(sequence.startTimecode + f, sequence.rate)
  return (
    <>
      <Bar project={project} crumb="Hand over" />
      <main className="flex min-h-0 flex-1 justify-center overflow-y-auto">
        <div className="grid w-full max-w-[1180px] grid-cols-[minmax(0,440px)_minmax(0,1fr)] gap-12 px-8 py-8">
          <section aria-label="What to hand over" className="flex flex-col gap-5">
            <h1 className="text-xl font-semibold">Hand over</h1>
            <Row label="What">
              <Segments
                label="What to hand over"
                value={what}
                options={[
                  { value: 'sequence', label: 'Whole sequence' },
                  ...(hasMarks ? [{ value: 'marks', label: 'In to out' }] : []),
                  { value: 'shots', label: 'Shots' },
                ]}
                onChange={(v) => setWhat(v as typeof what)}
              />
            </Row>
            {project.sequences.length > 1 && (
              <Row label="Of">
                <Choice
                  label="Sequence"
                  value={sequence.id}
                  options={project.sequences.map((s) => ({ value: s.id, label: s.name }))}
                  onChange={setSequenceId}
                />
              </Row>
            )}
            {unknown.length > 0 && (
              <p role="alert" className="text-what">
                This version of Stilus does not know {unknown.map((s) => `“${s.name}”`).join(', ')}: it is
                kept as it is and left out of what is rendered.
              </p>
            )}
            {what === 'shots' && (
              <ShotsToHand
                {...{ sequence, chosen, of, crossings: crossings.length, baked, handles }}
                files={list.length}
                onChosen={setChosen}
                onOf={setOf}
                onBaked={setBaked}
                onHandles={setHandles}
              />
            )}
            {what === 'marks' && (
              <p className="text-dim">
                {timecode(sequence.marks.in ?? 0)} –{' '}
                {timecode(sequence.marks.out ?? sequenceLength(sequence))}
              </p>
            )}
            <Row label="As">
              <Segments
                label="Container"
                value={container}
                options={CONTAINERS}
                onChange={(v) => {
                  setContainer(v as Container)
                  setAlpha(USUAL_ALPHA[v as Container])
                  setDepth(16)
                }}
              />
            </Row>
            <p className="-mt-3 pl-24 text-dim">{SAYS[container]}</p>
            {container === 'png' || container === 'exr' ? (
              <Row label="Depth">
                <Segments
                  label="Bits of each channel"
                  value={String(depth)}
                  options={DEPTHS[container]}
                  onChange={(v) => setDepth(Number(v) as typeof depth)}
                />
              </Row>
            ) : (
              <Row label="Quality">
                <Segments
                  label="Quality"
                  value={quality}
                  options={[
                    { value: 'draft', label: 'Draft' },
                    { value: 'high', label: 'High' },
                    { value: 'master', label: 'Master' },
                  ]}
                  onChange={(v) => setQuality(v as EncodeQuality)}
                />
              </Row>
            )}
            {ALPHAS[container].length > 1 && (
              <Row label="Alpha">
                <Segments
                  label="Transparency"
                  value={alpha}
                  options={ALPHAS[container].map((value) => ({ value, label: ALPHA_WORDS[value] }))}
                  onChange={(v) => setAlpha(v as DeliveredAlpha)}
                />
              </Row>
            )}
            <Row label="Named">
              <input
                aria-label="Pattern of the names"
                value={name}
                placeholder={what === 'shots' ? USUAL_NAMES.shot : USUAL_NAMES.sequence}
                maxLength={200}
                spellCheck={false}
                className="h-8 w-72 rounded bg-field px-2 placeholder:text-faint"
                onChange={(e) => setName(e.target.value)}
              />
            </Row>
            <FieldButtons
              fields={fieldsFor(what, of)}
              onField={(field) => setName(`${name}${name ? ' ' : ''}{${field}}`)}
            />
            {name.includes('{version}') && (
              <Row label="Version">
                <NumberField
                  label="Version"
                  value={version}
                  min={1}
                  max={999}
                  step={1}
                  digits={0}
                  onChange={(v) => setVersion(Math.round(v))}
                  className="w-36"
                />
              </Row>
            )}
            <NameSample project={project} delivery={list[0]} />
            <div className="flex items-center gap-3 pt-1">
              <Button
                look="main"
                disabled={!frames}
                className="h-9 px-5"
                onClick={() => enqueue(project, list)}
              >
                {list.length > 1 ? `Render ${list.length} files` : 'Render'}
              </Button>
              <span className="text-dim">
                {frames ? `${sequence.size.width} × ${sequence.size.height}` : 'Nothing to render yet.'}
              </span>
            </div>
            <div className="mt-4 grid gap-2 border-t pt-5">
              <h2 className="font-semibold">The project itself</h2>
              <p className="text-dim">
                One file with the document and all media, to keep or to open on another machine.
              </p>
              <Button
                className="w-fit"
                onClick={() =>
                  void work('Packing the project', async (share) => {
                    saveFile(`${project.name}.stilus.zip`, await packProject(project, share))
                  })
                }
              >
                Save project package
              </Button>
            </div>
          </section>
          <section aria-label="Render queue" className="flex flex-col gap-3">
            <div className="flex h-7 items-center justify-between">
              <h2 className="text-lg font-semibold">Queue and results</h2>
              {deliveries.some((d) => d.status === 'done') && (
                <span className="flex gap-2">
                  <Button onClick={() => saveDeliveredEdit(project, 'otio')}>Save the edit (OTIO)</Button>
                  <Button onClick={() => saveDeliveredEdit(project, 'edl')}>Save the edit (EDL)</Button>
                </span>
              )}
            </div>
            {!deliveries.length && (
              <EmptyState text="What you render appears here with its progress, and stays to be saved until you close this page." />
            )}
            <ul className="grid gap-2">
              {deliveries.map((d) => (
                <DeliveryCard key={d.id} delivery={d} />
              ))}
            </ul>
          </section>
        </div>
      </main>
    </>
  )
}
