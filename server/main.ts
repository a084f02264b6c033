import { startServer } from './serve'

const port = Number(process.env.PORT ?? 4600)
try {
  const { address } = await startServer(port)
  console.log(`\nStilus is at ${address}\nThe demo project opens at ${address}/demo\nStop it with Ctrl+C.`)
} catch (error) {
  const busy = (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
  console.error(
    busy ? `Port ${port} is in use. Choose another: PORT=4601 npm run demo` : (error as Error).message,
  )
  process.exit(1)
}
