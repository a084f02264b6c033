import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import fastifyStatic from '@fastify/static'
import Fastify, { type FastifyInstance } from 'fastify'

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/**
 * Serves the built application and the demo, with the headers that shared memory needs. Nothing else is reachable: paths outside the
 * two folders and dot files are refused.
 * @throws Error where the application is not built
 */
export async function startServer(port: number): Promise<{ server: FastifyInstance; address: string }> {
  const dist = folder('../app/dist')
  if (!existsSync(dist)) throw new Error('The application is not built. Run "npm run build" first.')
  const server = Fastify({ logger: false })
  server.addHook('onSend', async (_request, reply) => {
    reply.headers({
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
      'Cross-Origin-Resource-Policy': 'same-origin',
      'X-Content-Type-Options': 'nosniff',
      'Content-Security-Policy':
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; worker-src 'self' blob:; connect-src 'self' blob: data:",
    })
  })
  await server.register(fastifyStatic, { root: dist, cacheControl: true, maxAge: '1h', dotfiles: 'deny' })
  await server.register(fastifyStatic, {
    root: folder('../demo/dist'),
    prefix: '/demo/',
    decorateReply: false,
    dotfiles: 'deny',
  })
  // Addresses of screens are known to the application only.
  server.setNotFoundHandler((request, reply) => {
    const isScreen = request.method === 'GET' && !/\.\w+$/.test(request.url.split('?')[0] ?? '')
    return isScreen
      ? reply.sendFile('index.html')
      : reply.code(404).send({ error: 'There is nothing at this address.' })
  })
  const address = await server.listen({ port, host: '127.0.0.1' })
  return { server, address }
}
