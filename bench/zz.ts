import { interfaceFigures } from './interface'
const f = await interfaceFigures()
for (const x of f) console.log(x.name, x.value.toFixed(1), x.unit)
process.exit(0)
