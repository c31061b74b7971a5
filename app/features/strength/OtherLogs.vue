<script setup lang="ts">
import { formatCount } from '~~/core/quantity/format-count'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { OtherLog } from '~~/shared/views/strength/strength'

/** Swatches of other dyers' logs: kept apart, or counted in because somebody wanted it. */
const { sourceId, others } = defineProps<{ sourceId: string; others: OtherLog[] }>()

const api = useApi()
const { failure, write } = useWrite()

const count = ({ fromLog, swatches }: OtherLog, isCounted: boolean) =>
  write(
    () => api.post<{ items: Lot[] }>('moves/count-log', { fromLog, sourceId, isCounted }),
    `${formatCount(swatches, 'swatch', 'swatches')} of ${fromLog} ${isCounted ? 'counted in' : 'kept apart'}.`,
  )
</script>

<template>
  <p v-for="other in others" :key="other.fromLog" class="note row">
    <span>
      {{ formatCount(other.swatches, 'swatch', 'swatches') }} of
      <strong>{{ other.fromLog }}</strong>
      {{
        other.isCounted
          ? 'count here beside yours: another’s hand, water and plants.'
          : 'kept apart: on no curve.'
      }}
    </span>
    <ElButton @click="count(other, !other.isCounted)">{{
      other.isCounted ? 'Keep them apart' : 'Count them in'
    }}</ElButton>
  </p>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
</template>
