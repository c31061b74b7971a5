import { demoBeside, demoPlaces } from './services/demo/demo-beside'

let demo: ReturnType<typeof demoBeside> | null = null

/** The invented log beside the one of this server; there is one at the most. */
export const useDemo = () =>
  (demo ??= demoBeside(() => demoPlaces(process.env.JUNIPER_HAZE_DATA ?? './data')))
