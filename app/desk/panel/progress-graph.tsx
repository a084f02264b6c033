import { paced, speedAt } from '@stilus/core/cross'
import { type Step, stepValues } from '@stilus/core/project'
import { Line, LineChart, ReferenceDot, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { useApp } from '../../store/store'
import { timeAt, useDesk } from '../use-desk'

const POINTS = 60

/** How far a transition is over its length and how fast it goes there, with the playhead on it, and both in numbers. */
export function ProgressGraph({ step }: { step: Step }) {
  const { stage } = useDesk()
  const frame = useApp((s) => s.view.frame)
  const values = stepValues(stage, step, timeAt(stage, frame)) as unknown as { pace: string; way: number[] }
  const at = Math.min(1, Math.max(0, (frame + 0.5) / Math.max(1, stage.length)))
  const [far, speed] = [paced(values, at), speedAt(values, at)]
  const data = Array.from({ length: POINTS + 1 }, (_, i) => {
    const share = i / POINTS
    return { share, far: paced(values, share), speed: speedAt(values, share) }
  })
  const says = `${Math.round(far * 100)} % of the way, at ${speed.toFixed(2)} times an even speed`
  return (
    <figure aria-label={`Progress and speed: ${says}`} className="grid gap-1">
      <div className="h-20 rounded bg-field" aria-hidden>
        <ResponsiveContainer>
          <LineChart data={data} margin={{ top: 6, right: 6, bottom: 6, left: 6 }}>
            <XAxis dataKey="share" type="number" domain={[0, 1]} hide />
            <YAxis yAxisId="far" domain={[0, 1]} hide />
            <YAxis yAxisId="speed" domain={[0, (top: number) => Math.max(2, top)]} hide />
            <Line
              yAxisId="speed"
              dataKey="speed"
              stroke="var(--color-faint)"
              strokeDasharray="3 3"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              yAxisId="far"
              dataKey="far"
              stroke="var(--color-text)"
              strokeWidth={1.6}
              dot={false}
              isAnimationActive={false}
            />
            <ReferenceDot yAxisId="far" x={at} y={far} r={3.5} fill="var(--color-text)" stroke="none" />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="flex justify-between text-xs text-dim">
        <span>{Math.round(far * 100)} % of the way</span>
        <span>{speed.toFixed(2)} × even speed (dashed)</span>
      </figcaption>
    </figure>
  )
}
