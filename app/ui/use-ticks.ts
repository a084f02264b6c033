import { useEffect, useState } from 'react'

/** Whether the user asked for less movement. */
export const lessMotion = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches

/** Counts on every so many milliseconds while it is on, and begins anew when it is again; stands at 0 where the user asked for less movement. */
export function useTicks(on: boolean, every: number): number {
  const [tick, setTick] = useState(0)
  const runs = on && !lessMotion()
  useEffect(() => {
    if (!runs) return
    const timer = setInterval(() => setTick((n) => n + 1), every)
    return () => {
      clearInterval(timer)
      setTick(0)
    }
  }, [runs, every])
  return runs ? tick : 0
}
