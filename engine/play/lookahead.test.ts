import { Lookahead } from './lookahead'

/** Plays ten seconds at 24 frames a second with `cores` renderers that take `cost` seconds a frame; which frames were there in time? */
function simulate(cost: number, cores: number): { shown: number[]; stride: number } {
  const plan = new Lookahead(24, cores, 12)
  const ready = new Map<number, number>()
  const busy: { frame: number; asked: number; done: number }[] = []
  const free = new Array<number>(cores).fill(0)
  const shown: number[] = []
  for (let t = 0; t < 10; t += 1 / 120) {
    for (const job of busy.filter((b) => b.done <= t)) {
      busy.splice(busy.indexOf(job), 1)
      plan.done(job.asked, t)
      ready.set(job.frame, t)
    }
    const now = Math.floor(t * 24)
    for (let frame = plan.ask(now); frame !== undefined; frame = plan.ask(now)) {
      const core = free.indexOf(Math.min(...free))
      free[core] = Math.max(t, free[core] as number) + cost
      busy.push({ frame, asked: t, done: free[core] as number })
    }
    const newest = Math.max(-1, ...[...ready.keys()].filter((f) => f <= now))
    if (newest > (shown.at(-1) ?? -1)) shown.push(newest)
  }
  return { shown: shown.filter((f) => f >= 48), stride: plan.stride }
}

it('shows every frame when rendering keeps up', () => {
  const { shown } = simulate(0.03, 2)
  expect(shown).toEqual(Array.from({ length: 192 }, (_, i) => 48 + i))
})

it.each([
  [0.15, 2],
  [0.2, 2],
  [0.3, 1],
])(
  'at %d s a frame on %i cores leaves frames out evenly and still shows most of what it renders',
  (cost, cores) => {
    const { shown } = simulate(cost, cores)
    const possible = (8 * cores) / cost
    expect(shown.length).toBeGreaterThan(possible * 0.7)
    const gaps = shown.slice(1).map((f, i) => f - (shown[i] as number))
    expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(3)
  },
)
