import { type Binding, controlAddress, modifierAddress } from '@stilus/core/project'
import type { Act } from './project'

const stack = { kind: 'shot', id: 'comet' } as const
const after = (stepId: string, output?: string): Binding => ({
  kind: 'step',
  stepId,
  ...(output ? { output } : {}),
})

/**
 * The comet as a small machine of wires: the tin is keyed by its brightness within an ellipse, its edges shine, and that light comes onto a cooler night only where the key lets it; a halo over all
 * flickers, and how far the edges shine follows how much it does.
 */
export function comet(act: Act): void {
  const step = (stepId: string, use: string, name: string, at: number, inputs?: Record<string, Binding>) => {
    act('step.add', { stack, stepId, use, at, ...(inputs ? { inputs } : {}) })
    act('step.rename', { stepId, name })
  }
  const set = (stepId: string, values: Record<string, number | number[] | string>) => {
    for (const [param, value] of Object.entries(values))
      act('value.set', { address: controlAddress(stepId, param), at: 0, value })
  }
  step('comet-night', 'grade', 'Cooler night', 0)
  set('comet-night', { exposure: -0.25, temperature: -14 })
  step('comet-key', 'luminance-key', 'The tin', 1, { before: { kind: 'source' } })
  set('comet-key', { tones: [0.3, 0.52] })
  act('region.add', {
    stepId: 'comet-key',
    itemId: 'comet-round',
    kind: 'ellipse',
    form: { centre: [790, 250], size: [620, 420], feather: [45, 45] },
  })
  step('comet-edges', 'edge-glow', 'Edges of the tin', 2, { before: { kind: 'source' } })
  set('comet-edges', { threshold: 0.1, width: 2, radius: 12, intensity: 1.2, tint: [1, 0.62, 0.24] })
  step('comet-light', 'join', 'Light on the night', 3, {
    before: after('comet-night'),
    other: after('comet-edges', 'light'),
    matte: after('comet-key', 'alpha'),
  })
  set('comet-light', { how: 'blend', mode: 'screen' })
  step('comet-halo', 'glow', 'Halo', 4)
  set('comet-halo', { threshold: 0.55, radius: 26, rings: 3, intensity: 0.5, tint: [1, 0.8, 0.55] })
  const intensity = controlAddress('comet-halo', 'intensity')
  const flicker = { amplitude: { value: 0.12 }, frequency: { value: 6 }, decay: { value: 0 } }
  act('modifier.put', {
    address: intensity,
    modifier: { id: 'comet-flicker', on: true, kind: 'flicker', seed: 4, octaves: 2, ...flicker },
  })
  const source = { kind: 'value', address: modifierAddress(intensity, 'comet-flicker', 'amplitude') } as const
  act('modifier.put', {
    address: controlAddress('comet-edges', 'radius'),
    modifier: {
      id: 'comet-pull',
      on: true,
      kind: 'follow',
      source,
      factor: 60,
      offset: 5,
      delay: 0,
      limits: [0, 40],
      join: 'replace',
    },
  })
  act('frame.put', {
    stack,
    frameId: 'comet-frame',
    name: 'Light of the tin',
    stepIds: ['comet-key', 'comet-edges'],
  })
  act('shot.state', { shotId: 'comet', state: 'in work' })
  act('shot.note', {
    shotId: 'comet',
    note: 'Wired: the light of the tin comes onto the night through its key.',
  })
}
