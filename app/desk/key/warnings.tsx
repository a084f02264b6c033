import type { Flaw, Placed } from '@stilus/core/key'
import { type Step, stepValues } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { KeyJudge, type Light } from '@stilus/engine'
import { TriangleAlert } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { readScreenFor, screensFor, takenScreen } from '../../session/screens'
import { session } from '../../session/session'
import { useApp, useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button } from '../../ui/button'
import { timeAt, useDesk } from '../use-desk'
import { FLAW_WORDS, type Help, NOTHING_BEHIND } from './flaws'
import { drawing } from './mark'

/** How long the hand rests before a key is judged, and at which scale. */
const [REST, SCALE] = [900, 0.5]

/** What could not be keyed well in the frame under the playhead; looked at when nothing is in hand. */
function useFlaws(step: Step): readonly Flaw[] {
  const { project, stage } = useDesk()
  const { frame, playing, hand } = useView('frame', 'playing', 'hand')
  const [flaws, setFlaws] = useState<readonly Flaw[]>([])
  const { stack } = stage
  const judges = useRef<KeyJudge | null>(null)
  useEffect(
    () => () => {
      judges.current?.close()
      judges.current = null
    },
    [],
  )
  useEffect(() => {
    if (playing || hand || !step.on) return
    const controller = new AbortController()
    const { signal } = controller
    const facts = (
      takenScreen(project, step) ??
      screensFor(project, undefined).find((s) => s.shotId === stack.id && !s.mediaId)
    )?.facts
    const { skipPlace, place, size, turn, across, down } = stepValues(stage, step, timeAt(stage, frame))
    const standing = skipPlace ? undefined : ({ place, size, turn, across, down } as unknown as Placed)
    const judge = async () => {
      const look = async (view: string): Promise<Light> => {
        const target = { kind: 'stack' as const, stack, view: { stepId: step.id, view } }
        const request = { project, target, frame, scale: SCALE, signal, format: 'float' as const }
        const { width, height, data } = await session().renderer.render(request)
        return { width, height, data: data as Float32Array<ArrayBuffer> }
      }
      const looks = { seen: await look('before'), screen: await look('screen'), tones: await look('tones') }
      signal.throwIfAborted()
      judges.current ??= new KeyJudge()
      const found = await judges.current.judge(looks, { facts, standing })
      if (!signal.aborted) setFlaws(found)
    }
    const timer = setTimeout(() => void judge().catch(() => undefined), REST)
    return () => {
      clearTimeout(timer)
      controller.abort()
    }
  }, [project, stage, stack, step, frame, playing, hand])
  return step.on ? flaws : NONE
}

const NONE: readonly Flaw[] = []

/** Whether a key asks for light of what lies below a shot of the base lane: nothing does. */
function useNothingBehind(step: Step): boolean {
  const { stage } = useDesk()
  const asks = useApp((s) => {
    const values = stepValues(stage, step, timeAt(stage, s.view.frame))
    return findStep(step.use)?.inputs?.behind?.when?.(values) ?? false
  })
  const { behind } = step.inputs ?? {}
  return asks && (!behind || behind.kind === 'below') && stage.stack.kind === 'shot' && stage.lane === 0
}

/** What could be better about a key, each as a sentence with what helps; those of the stage that is looked at, or all. */
export function Warnings({ step, part }: { step: Step; part: string | null }) {
  const flaws = useFlaws(step)
  const bare = useNothingBehind(step)
  const all = [...flaws.map((flaw) => FLAW_WORDS[flaw]), ...(bare ? [NOTHING_BEHIND] : [])]
  const here = all.filter(({ stage }) => !part || stage === part)
  if (!here.length) return null
  return (
    <ul aria-label="What could be better" className="grid gap-1.5">
      {here.map(({ stage, text, help }) => {
        return (
          <li key={text} className="grid gap-1 rounded bg-raised p-2 leading-snug">
            <span className="flex gap-1.5">
              <TriangleAlert size={14} className="mt-0.5 shrink-0 text-what" />
              <span>
                {!part && <b className="font-semibold">{stage}. </b>}
                {text}
              </span>
            </span>
            {help && <HelpButton step={step} help={help} />}
          </li>
        )
      })}
    </ul>
  )
}

function HelpButton({ step, help }: { step: Step; help: Help }) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { mark } = useView('mark')
  const act = () => {
    if ('read' in help) return void readScreenFor(stage.stack, step.id)
    dispatch(viewActions.set(drawing({ ...mark, kind: help.mark })))
  }
  return (
    <Button className="justify-self-start" onClick={act}>
      {help.label}
    </Button>
  )
}
