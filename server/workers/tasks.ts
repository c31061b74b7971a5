import { answerTo, type TaskName } from './task-list'

/** Entry of a worker thread, built by itself, see nuxt.config. */
export default ({ name, input }: { name: TaskName; input: unknown }) => answerTo(name, input)
