import { parentPort, workerData } from 'node:worker_threads'
import { Agent, get } from 'node:http'

/**
 * Asks a server how it is, again and again, from a thread of its own: what its asker is busy with is
 * no stall of the server. Plain JavaScript, since test runners do not translate what a thread loads.
 */

const EVERY_MS = 25
const agent = new Agent({ keepAlive: true, maxSockets: 1 })
let isOver = false
parentPort.once('message', () => (isOver = true))

const answered = () =>
  new Promise((done) => {
    get(`${workerData.base}/api/health`, { agent }, (response) =>
      response.resume().on('close', done),
    ).on('error', done)
  })

while (!isOver) {
  const began = performance.timeOrigin + performance.now()
  await answered()
  parentPort.postMessage({ began, ms: performance.timeOrigin + performance.now() - began })
  await new Promise((next) => setTimeout(next, EVERY_MS))
}
agent.destroy()
parentPort.close()
