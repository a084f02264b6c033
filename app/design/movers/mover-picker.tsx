import type { MoverDeclaration, Way } from '@stilus/core/arrivals'
import { getDesign, designOf, type DesignObject, type Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { X } from 'lucide-react'
import { memo, useMemo, useState } from 'react'
import { useDesk } from '../../desk/use-desk'
import { useFonts } from '../../session/fonts'
import { useView } from '../../store/store'
import { IconButton } from '../../ui/button'
import { SearchField } from '../../ui/search-field'
import { lessMotion, useTicks } from '../../ui/use-ticks'
import { Thumb } from '../../viewer/thumb'
import { foundMovers, WAY_NAMES } from './names'
import { SAMPLE, sampleFrame, sampleOf, sampleWith } from './sample'

/** How many pictures a mover is seen in, and how long each stays, in milliseconds; the one under the pointer runs. */
const STEPS = 12
const EVERY = 140
const REST = 0.4

/** Movers to choose from, each with the object itself; the one that the pointer or the focus rests on moves. */
export function MoverPicker(props: {
  object: DesignObject
  way: Way
  onChoose(use: string): void
  onClose(): void
}) {
  const { object, way } = props
  const { project } = useDesk()
  const fonts = useFonts()
  const [text, setText] = useState('')
  const [over, setOver] = useState<string | null>(null)
  const share = useRunning(over !== null)
  const sample = useMemo(
    () => sampleOf(project, getDesign(project, designOf(project, object.id).id), object),
    // Its letters take up what they do once their fonts are open.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [project, object, fonts],
  )
  const found = foundMovers(way, text)
  return (
    <div className="my-1 rounded bg-raised p-1.5" role="group" aria-label={`How it ${WAY_NAMES[way].verb}`}>
      <div className="mb-1.5 grid grid-cols-[1fr_auto] gap-1">
        <SearchField
          label={way === 'stay' ? 'Find a stay' : 'Find an arrival'}
          text={text}
          onText={setText}
        />
        <IconButton label="Close the list" onClick={props.onClose}>
          <X size={15} />
        </IconButton>
      </div>
      <ul className="grid max-h-72 grid-cols-2 gap-1 overflow-y-auto">
        {found.map((mover) => (
          <li key={mover.id}>
            <button
              type="button"
              title={mover.purpose}
              className="block w-full overflow-hidden rounded text-left hover:bg-field focus-visible:bg-field"
              onMouseEnter={() => setOver(mover.id)}
              onMouseLeave={() => setOver(null)}
              onFocus={() => setOver(mover.id)}
              onBlur={() => setOver(null)}
              onClick={() => props.onChoose(mover.id)}
            >
              <MoverThumb {...{ sample, mover, way }} share={over === mover.id ? share : REST} />
              <span className="block truncate px-1.5 py-1">{mover.name}</span>
            </button>
          </li>
        ))}
      </ul>
      {!found.length && (
        <p className="px-1 py-2 text-dim">Nothing here is called “{text}”. Try another word.</p>
      )}
    </div>
  )
}

/** Runs from 0 to 1 again and again while something is looked at; at rest during playback and where motion is reduced. */
function useRunning(on: boolean): number {
  const { playing } = useView('playing')
  const runs = on && !playing && !lessMotion()
  const tick = useTicks(runs, EVERY)
  return runs ? Math.min(1, (tick % (STEPS + 2)) / STEPS) : REST
}

/** A mover on the sample; drawn anew alone where it runs. */
const MoverThumb = memo(function MoverThumb(props: {
  sample: Project
  mover: MoverDeclaration
  way: Way
  share: number
}) {
  const { sample, mover, way, share } = props
  const moved = useMemo(() => sampleWith(sample, way, mover.id), [sample, way, mover.id])
  const target = useMemo<Target>(() => ({ kind: 'design', designId: SAMPLE }), [])
  return (
    <Thumb
      project={moved}
      target={target}
      frame={sampleFrame(mover, way, share)}
      width={136}
      className="h-auto! w-full! rounded-sm bg-[#141414]! bg-none!"
    />
  )
})
