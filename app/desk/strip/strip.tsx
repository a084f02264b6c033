import { stageOf } from '@stilus/core/project'
import { useView } from '../../store/store'
import { useDesk } from '../use-desk'
import { branchesOf, Row } from './row'
import { TileWidth } from './step-tile'

const ACROSS = 'apart max-h-[220px] shrink-0 overflow-auto border-t px-3 pt-2.5'
/** How much higher the strip is for each branch. */
const BRANCH = 92
/** Width of the states at a cut, of which there are two rows. */
const NARROW = 84

/** What is worked on as states, from source to result; at a cut two rows that meet. */
export function Strip() {
  const { stage } = useDesk()
  const { face } = useView('face')
  if (stage.stack.kind === 'transition') return <CutStrip />
  const { stack, steps } = stage
  return (
    <div data-facet={face} className={ACROSS} style={{ height: 104 + branchesOf(steps) * BRANCH }}>
      <Row stack={stack} steps={steps} label="States of the shot" first="Source" last="Result" />
    </div>
  )
}

/** The states of the outgoing shot above, of the incoming one below, and those of the joined picture where they meet. */
function CutStrip() {
  const { project, stage } = useDesk()
  const { face, side } = useView('face', 'side')
  const { id } = stage.stack
  const [outgoing, incoming, joined] = (['outgoing', 'incoming', undefined] as const).map((list) =>
    stageOf(project, { kind: 'transition', id, ...(list ? { list } : {}) }),
  ) as [typeof stage, typeof stage, typeof stage]
  const branches = [outgoing, incoming, joined].reduce((n, { steps }) => n + branchesOf(steps), 0)
  return (
    <TileWidth.Provider value={NARROW}>
      <div data-facet={face} className={ACROSS} style={{ height: 158 + branches * BRANCH }}>
        <div className="flex w-max items-center">
          <div className="flex flex-col">
            <Row
              stack={outgoing.stack}
              steps={outgoing.steps}
              label="States of the outgoing shot"
              first="Outgoing"
              inHand={side === 'outgoing'}
            />
            <Row
              stack={incoming.stack}
              steps={incoming.steps}
              label="States of the incoming shot"
              first="Incoming"
              inHand={side === 'incoming'}
            />
          </div>
          <Meeting />
          <Row
            stack={joined.stack}
            steps={joined.steps}
            label="States of the joined picture"
            last="Result"
            inHand={side === null}
          />
        </div>
      </div>
    </TileWidth.Provider>
  )
}

/** Two lines that become one. */
const Meeting = () => (
  <svg
    width={22}
    height={76}
    viewBox="0 0 22 76"
    fill="none"
    className="shrink-0 text-line-strong"
    aria-hidden
  >
    <path d="M0 1H6Q11 1 11 6V33Q11 38 16 38H22M0 75H6Q11 75 11 70V43Q11 38 16 38" stroke="currentColor" />
  </svg>
)
