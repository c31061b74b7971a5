<script setup lang="ts">
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import type { PotSum } from '~~/core/pot/pot-log'
import type { BasketRow } from '~~/shared/views/basket/basket'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { marksOf, pieceName } from '~/features/basket/readiness'
import { clockText } from '~/format/instants'
import { formatDuration } from '~~/core/quantity/format-duration'
import { present } from '~~/core/present'

/** Who is in, for how long, and who comes out when. */
const { pot, rows, sum, now, busy } = defineProps<{
  pot: Pot
  rows: readonly BasketRow[]
  sum: PotSum
  now: number
  busy: boolean
}>()
const emit = defineEmits<{ enter: [string]; pull: [string] }>()

const lines = computed(() =>
  pot.pieces.map(({ pieceId, pieceCode }) => {
    const time = present(sum.pieces.find((each) => each.pieceId === pieceId))
    const row = rows.find(({ id }) => id === pieceId)
    const expected = pot.plan?.expected.find((each) => each.pieceId === pieceId)
    const pull = pot.plan?.pulls.find((each) => each.pieceId === pieceId)
    const pullAt =
      pull && time.since !== null
        ? time.since + (pull.minutes - (time.minutes - (now - time.since) / 60_000)) * 60_000
        : null
    return {
      pieceId,
      pieceCode,
      time,
      row,
      hex: expected?.hex ?? null,
      n: expected?.n ?? 0,
      pullAt,
    }
  }),
)
</script>

<template>
  <section class="stack tight" aria-labelledby="pieces">
    <h3 id="pieces">Pieces</h3>
    <ul>
      <li v-for="line in lines" :key="line.pieceId">
        <span
          class="patch"
          :class="{ unknown: !line.hex }"
          :style="line.hex ? { background: line.hex } : {}"
          :title="line.hex ? `hoped for, from ${line.n} swatches` : 'colour not known yet'"
        />
        <span>
          <strong>{{ line.pieceCode }}</strong>{{ ' '
          }}<span v-if="line.row" class="quiet">
            {{ pieceName(line.row) }}, {{ mordantKeyWords(marksOf(line.row)) }}</span
          >
          <span class="line">
            <template v-if="line.time.since !== null"
              >in for {{ formatDuration(line.time.minutes) }}</template
            >
            <template v-else-if="line.time.firstIn !== null"
              >out after {{ formatDuration(line.time.minutes) }}</template
            >
            <template v-else>not in yet</template>
            <strong v-if="line.pullAt !== null" :class="{ due: line.pullAt <= now }">
              · pull {{ clockText(line.pullAt, now) }}</strong
            >
          </span>
        </span>
        <ElButton
          v-if="line.time.since !== null"
          :loading="busy"
          :aria-label="`Pull ${line.pieceCode}`"
          @click="emit('pull', line.pieceId)"
          >Pull</ElButton
        >
        <ElButton
          v-else
          :loading="busy"
          :aria-label="`Enter ${line.pieceCode}`"
          @click="emit('enter', line.pieceId)"
          >Enter</ElButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
}

ul {
  display: grid;
  gap: 6px;
}

li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
}

.patch {
  height: 34px;
  border-radius: var(--corner);
}

.unknown {
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 6px, #fff 6px 12px);
}

.line {
  display: block;
}

.due {
  color: var(--ochre);
}
</style>
