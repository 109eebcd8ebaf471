import { startServer } from './server.js'

/** One server over the demo firm's sites for all tests, whatever worker runs them: a server is slow until it has answered much. */
export default async function startShared() {
  const { url, stop } = await startServer(true)
  process.env['TERRAPIN_TESTED'] = url
  return stop
}
