<script setup lang="ts">
import {
  COLUMN_ROLES,
  ROLE_KEYS,
  ROLE_UNITS,
  type ColumnRole,
} from '~~/shared/rules/table/column-roles'
import type { TableInHand } from './useTable'

/** The first rows of a table, with what each of its columns is said to tell over it. */
const { table } = defineProps<{ table: TableInHand }>()

const SHOWN = 6
const unitsOf = (role: ColumnRole) => ROLE_UNITS[role] ?? []
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Columns of the table">
    <table>
      <thead>
        <tr>
          <th class="line"><span class="sr-only">Line</span></th>
          <th v-for="(column, c) in table.columns" :key="c" scope="col">
            <span class="head" :title="column.head">{{ column.head || 'no head' }}</span>
            <ElSelect
              :model-value="column.role"
              :aria-label="`${column.head || `Column ${c + 1}`} tells`"
              :class="{ skipped: column.role === 'skip' }"
              @update:model-value="table.setRole(c, $event as ColumnRole)"
            >
              <ElOption
                v-for="role in ROLE_KEYS"
                :key="role"
                :value="role"
                :label="COLUMN_ROLES[role]"
              />
            </ElSelect>
            <ElSelect
              v-if="unitsOf(column.role).length"
              :model-value="column.unit"
              :aria-label="`Unit of ${column.head}`"
              class="unit"
              @update:model-value="table.setUnit(c, String($event))"
            >
              <ElOption
                v-for="unit in unitsOf(column.role)"
                :key="unit"
                :value="unit"
                :label="`bare numbers: ${unit}`"
              />
            </ElSelect>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(cells, r) in table.body.slice(0, SHOWN)" :key="r">
          <td class="line quiet">{{ table.firstLine + r }}</td>
          <td
            v-for="(column, c) in table.columns"
            :key="c"
            :class="{ skipped: column.role === 'skip' }"
          >
            {{ cells[c] ?? '' }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="table.body.length > SHOWN" class="quiet">
    and {{ table.body.length - SHOWN }} rows more
  </p>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}

table {
  border-collapse: collapse;
}

th,
td {
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  vertical-align: top;
}

td {
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.line {
  width: 34px;
}

.head {
  display: block;
  max-width: 176px;
  overflow: hidden;
  font-weight: 600;
  font-size: 14px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

th .el-select {
  width: 176px;
  margin-top: 4px;
}

td.skipped {
  color: var(--quiet);
}
</style>
