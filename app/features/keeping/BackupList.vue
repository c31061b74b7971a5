<script setup lang="ts">
import type { BackupView } from '~~/shared/views/keeping/keeping'
import { formatNumber } from '~/format/quantities'
import { bytesText, reasonText, whenText } from './words'

/** All backups, newest first. */
const { backups, chosen } = defineProps<{ backups: BackupView[]; chosen: string | null }>()
const emit = defineEmits<{ look: [key: string] }>()

const MOST = 30
const shown = ref(MOST)
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">Made</th>
        <th scope="col">Why</th>
        <th scope="col" class="number">Pots</th>
        <th scope="col" class="number">Swatches</th>
        <th scope="col" class="number">Photos</th>
        <th scope="col" class="number">Log</th>
        <th scope="col">Lies in</th>
        <th scope="col"><span class="sr-only">Look</span></th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="backup in backups.slice(0, shown)"
        :key="backup.key"
        :class="{ chosen: backup.key === chosen }"
      >
        <td class="whole">{{ whenText(backup.madeAt) }}</td>
        <td>{{ reasonText(backup) }}</td>
        <td class="number">{{ formatNumber(backup.pots) }}</td>
        <td class="number">{{ formatNumber(backup.swatches) }}</td>
        <td class="number">
          {{ formatNumber(backup.photos) }}
          <span v-if="backup.missingPhotos" class="wrong">{{ backup.missingPhotos }} gone</span>
        </td>
        <td class="number whole">{{ bytesText(backup.bytes) }}</td>
        <td class="whole">{{ backup.place === 'data' ? 'data folder' : 'named folder' }}</td>
        <td>
          <ElButton @click="emit('look', backup.key)"
            >Look<span class="sr-only">
              at the backup of {{ whenText(backup.madeAt) }}</span
            ></ElButton
          >
        </td>
      </tr>
    </tbody>
  </table>
  <ElButton v-if="backups.length > shown" @click="shown = backups.length"
    >Show all {{ backups.length }}</ElButton
  >
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 4px 14px 4px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  font-variant-numeric: tabular-nums;
}

th {
  color: var(--quiet);
  font-weight: 400;
  font-size: 13px;
}

.number {
  text-align: right;
}

.whole {
  white-space: nowrap;
}

.chosen td {
  background: var(--juniper-pale);
}

td:last-child {
  padding-right: 0;
  text-align: right;
}

@media (max-width: 760px) {
  th:nth-child(2),
  td:nth-child(2),
  th:nth-child(5),
  td:nth-child(5),
  th:nth-child(6),
  td:nth-child(6),
  th:nth-child(7),
  td:nth-child(7) {
    display: none;
  }
}
</style>
