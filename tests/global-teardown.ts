import { rmSync } from 'node:fs'
import { dirname } from 'node:path'

export default function removeLogImage(): void {
  const file = process.env.JUNIPER_HAZE_LOG_IMAGE
  if (file) rmSync(dirname(file), { recursive: true, force: true })
}
