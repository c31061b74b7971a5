import { defineRoute } from '../../http/define-route'

/** Which instruments are at hand. */
export default defineRoute({}, async ({ log }) => {
  const { scale, probe, reader } = await (await log()).settings.read()
  return {
    scale: scale === 'none' ? null : { isSimulated: scale === 'simulated' },
    probe: probe === 'none' ? null : { isSimulated: probe === 'simulated' },
    reader: reader === 'none' ? null : { isSimulated: reader === 'simulated' },
  }
})
