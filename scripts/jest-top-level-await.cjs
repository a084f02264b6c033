// Jest reads modules as functions, in which nothing can be awaited: a package whose module waits for its engine becomes the promise of what it exports.
const { pathToFileURL } = require('node:url')
const { transformSync } = require('@swc/core')

module.exports = {
  process(source, path) {
    const name = JSON.stringify(pathToFileURL(path).href)
    const waits = /^init\(await (\w+)\(\)\);$/m
    const plain = source.replaceAll('import.meta.url', name).replace(waits, '')
    const { code } = transformSync(plain, {
      jsc: { target: 'es2022', parser: { syntax: 'ecmascript' } },
      module: { type: 'commonjs', ignoreDynamic: false },
    })
    const [, make] = waits.exec(source) ?? []
    if (!make) return { code }
    const start = code.match(/const (\w+) = .*require\("\.\/harfbuzz\.js"\)/)[1]
    return {
      code: `const own = exports; (function (exports) {${code}
        const ready = ${start}.default().then((engine) => (init(engine), own))
        ready.__esModule = true
        module.exports = ready
      })(own)`,
    }
  },
}
