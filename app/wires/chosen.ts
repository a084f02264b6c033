import { stageOf } from '@stilus/core/project'
import { deskStage } from '../session/where'
import { store } from '../store/store'
import { cut } from './acts'
import { type Machine, machineOf } from './machine'

/** The treatment in front of the user as it is wired; undefined where the wires are not open. */
export function openMachine(): { machine: Machine; stage: ReturnType<typeof stageOf> } | undefined {
  const { lanes, openGroups, openCards } = store.getState().view
  const stage = lanes === 'wires' ? deskStage() : undefined
  return stage && { machine: machineOf(stage, openGroups, openCards), stage }
}

/** Cuts the wire in hand. */
export function cutChosen(): void {
  const open = openMachine()
  const { wireId } = store.getState().view
  if (!open || wireId === null) return
  const { graph, values } = open.machine
  cut(
    graph,
    graph.wires.filter((w) => w.id === wireId),
    values.filter((v) => v.id === wireId),
  )
}

/** Cuts every number of the selected steps off what it follows; of all steps where none is selected. */
export function cutPulls(): void {
  const open = openMachine()
  if (!open) return
  const { stepIds } = store.getState().view
  const { graph, values } = open.machine
  cut(
    graph,
    [],
    values.filter((v) => !stepIds.length || stepIds.includes(v.to)),
  )
}
