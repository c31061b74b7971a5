import { toRaw } from 'vue'

/** A copy without the page's proxies, as a thread can be sent it. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(toRaw(value))) as T
