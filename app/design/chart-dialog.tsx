import { chartActs, CHARTS, type ChartKind, type Design, readTable, TableProblem } from '@stilus/core/project'
import { useId, useState } from 'react'
import { uid } from '../session/work'
import { editAll } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { Choice } from '../ui/fields'
import { Modal } from '../ui/overlays'
import { ReadFile } from '../ui/read-file'

const NAMES: Record<ChartKind, string> = {
  bars: 'Bars',
  stacked: 'Stacked bars',
  ring: 'Ring',
  line: 'Lines',
  area: 'Areas',
}
const START = 'Name, Tins, Rope\nHarbour, 12, 7\nTower, 8, 9\nSquare, 17, 4'

/** Makes a chart of a small table: objects that can be styled, and whose numbers can have keys. */
export function ChartDialog({ design }: { design: Design }) {
  const dispatch = useAppDispatch()
  const { charting } = useView('charting')
  const [kind, setKind] = useState<ChartKind>('bars')
  const [text, setText] = useState(START)
  const [problem, setProblem] = useState('')
  const table = useId()
  const close = () => dispatch(viewActions.set({ charting: false }))
  const make = () => {
    try {
      const acts = chartActs(kind, readTable(text), { designId: design.id, size: design.size, newId: uid })
      if (!dispatch(editAll(acts, `Make a chart: ${NAMES[kind].toLowerCase()}`))) return
      const last = acts.at(-1)
      if (last?.[0] === 'objects.group') dispatch(viewActions.object({ id: last[1].groupId }))
      close()
    } catch (error) {
      if (!(error instanceof TableProblem)) throw error
      setProblem(error.message)
    }
  }
  return (
    <Modal title="Make a chart" open={charting} onClose={close} width="w-[480px]">
      <div className="grid gap-3 p-4">
        <div className="grid grid-cols-[100px_1fr] items-center gap-2">
          <span className="text-dim">Kind</span>
          <Choice
            label="Kind of chart"
            value={kind}
            options={CHARTS.map((value) => ({ value, label: NAMES[value] }))}
            onChange={(v) => setKind(v as ChartKind)}
          />
        </div>
        <label htmlFor={table} className="text-dim">
          A name and its numbers in each line, parted by commas or tabs
        </label>
        <textarea
          id={table}
          value={text}
          rows={8}
          spellCheck={false}
          className="resize-y rounded bg-field p-2 font-mono text-sm"
          onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
          onChange={(e) => {
            setText(e.target.value)
            setProblem('')
          }}
        />
        {problem && (
          <p role="alert" className="text-alert">
            {problem}
          </p>
        )}
        <div className="flex items-center justify-end gap-2">
          <ReadFile
            says="Read a CSV …"
            label="Table file"
            accept=".csv,.tsv,.txt"
            className="mr-auto"
            onFile={(chosen) =>
              void chosen.text().then((read) => {
                setText(read)
                setProblem('')
              })
            }
          />
          <Button onClick={close}>Cancel</Button>
          <Button look="main" onClick={make}>
            Make it
          </Button>
        </div>
      </div>
    </Modal>
  )
}
