import { toRaw } from 'vue'
import { parseJson } from '~~/core/json'

/** A copy without the page's proxies, as a thread can be sent it. */
export const plain = <T>(value: T): T => parseJson<T>(JSON.stringify(toRaw(value)))
