import { Kernels } from '@stilus/core/kernels'
import { kernelRows } from './kernels'
const { rows, floor } = kernelRows(new Kernels(900 * 1048576))
for (const r of rows) console.log(r.name.padEnd(40), r.ms.toFixed(1), (r.ms / floor).toFixed(1))
