import { type Motion, qualityAt } from '@stilus/core/motion'
import { Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'

/** How sure a motion is over its frames; a click goes to a frame. */
export function QualityGraph({
  motion,
  frame,
  onSeek,
}: {
  motion: Motion
  frame: number
  onSeek(frame: number): void
}) {
  const data = motion.quality.map((_, i) => {
    const q = qualityAt(motion, motion.first + i)
    return { frame: motion.first + i, quality: q === undefined ? null : Math.round(q * 100) }
  })
  return (
    <div className="h-24" role="img" aria-label="Quality over the frames of the medium">
      <ResponsiveContainer>
        <LineChart
          data={data}
          margin={{ top: 6, right: 6, bottom: 0, left: 0 }}
          onClick={(state) => {
            const at = Number(state.activeLabel)
            if (Number.isFinite(at)) onSeek(at)
          }}
        >
          <XAxis
            dataKey="frame"
            type="number"
            domain={['dataMin', 'dataMax']}
            tick={{ fill: 'var(--color-dim)', fontSize: 11 }}
            stroke="var(--color-line-strong)"
            height={18}
            allowDecimals={false}
          />
          <YAxis
            domain={[0, 100]}
            ticks={[0, 50, 100]}
            width={34}
            unit="%"
            tick={{ fill: 'var(--color-dim)', fontSize: 11 }}
            stroke="var(--color-line-strong)"
          />
          <Tooltip
            contentStyle={{ background: '#3a3a3a', border: 0, borderRadius: 4, fontSize: 12 }}
            labelFormatter={(label) => `Frame ${String(label)}`}
            formatter={(value) => [`${String(value)} %`, 'Sure']}
            isAnimationActive={false}
          />
          <ReferenceLine x={frame} stroke="var(--color-text)" />
          <Line
            dataKey="quality"
            stroke="var(--color-when)"
            strokeWidth={1.6}
            dot={false}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
}
