<script setup lang="ts">
import dayjs from 'dayjs'
import { scaleLinear, scaleSqrt } from 'd3-scale'
import { PARTS } from '~~/catalogue/parts'
import { formatMass } from '~/format/quantities'
import type { WalkRow } from '~~/shared/views/walk/walk'
import { moreText, orderedRows, windowText } from '~/features/today/windows'
import { present } from '~~/core/present'
import { tellsSeason } from '~~/core/season/known-day'
import { marginDays, widened, type YearWindow } from '~~/core/season/shifted-window'

/** One row a source: when it is ready, what was gathered and which colour it gave. */
const {
  rows,
  today,
  most = 9,
  narrow = false,
} = defineProps<{
  rows: WalkRow[]
  today: string
  most?: number
  /** In half a page, with something to do at the end of each row. */
  narrow?: boolean
}>()
defineSlots<{ act?(props: { row: WalkRow }): unknown }>()

const MONTHS = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D']
const DAYS = 366
/** A day or two beyond the year's end is not worth a bar of its own, %. */
const SLIVER = 1
const x = scaleLinear([1, DAYS + 1], [0, 100])

const shown = computed(() => orderedRows(rows).slice(0, most))

/** Those that were gathered on a day known well enough to stand on a ribbon of the year. */
const dotsOf = ({ gatherings }: WalkRow) =>
  gatherings.filter(({ gatheredWithinDays }) => tellsSeason(gatheredWithinDays))

/** Place of a date in its year, in % of the ribbon. */
const placeOf = (date: string) => x(dayjs(date).diff(dayjs(date).startOf('year'), 'day') + 1)

/** Bars of a stretch of days; two where it wraps over the year's end. */
function bars({ fromDay: from, toDay: to }: YearWindow) {
  const spans =
    from <= to
      ? [[from, to]]
      : [
          [from, DAYS],
          [1, to],
        ]
  return spans
    .map(([first, last]) => ({
      left: x(present(first)),
      width: x(present(last) + 1) - x(present(first)),
    }))
    .filter(({ width }) => width > SLIVER)
}

/** The season, and under it as far as it may reach in an early or a late year. */
const barsOf = (row: WalkRow) =>
  row.window
    ? [
        ...bars(widened(row.window, marginDays(row.window))).map((bar) => ({
          ...bar,
          isMargin: true,
        })),
        ...bars(row.window).map((bar) => ({ ...bar, isMargin: false })),
      ]
    : []

const radius = scaleSqrt([0, 800], [5, 12]).clamp(true)
</script>

<template>
  <div class="ribbons" :class="{ narrow }">
    <div class="months" aria-hidden="true">
      <span />
      <span class="scale">
        <span v-for="(month, i) in MONTHS" :key="i">{{ month }}</span>
      </span>
      <span />
    </div>
    <ul>
      <li v-for="row in shown" :key="row.source.id">
        <NuxtLink class="name" :to="`/source/${row.source.id}`">
          <strong class="capital">{{ row.source.commonName }}</strong>
          <span class="quiet">{{ PARTS[row.source.part].label }}</span>
        </NuxtLink>
        <span class="ribbon" aria-hidden="true">
          <span
            v-for="(bar, i) in barsOf(row)"
            :key="i"
            class="bar"
            :class="{ margin: bar.isMargin }"
            :style="{ left: `${bar.left}%`, width: `${bar.width}%` }"
          />
          <span class="now" :style="{ left: `${placeOf(today)}%` }" />
          <span
            v-for="dot in dotsOf(row)"
            :key="dot.code"
            class="dot"
            :class="{ unknown: !dot.hex }"
            :title="`${dot.code}, ${dot.netG > 0 ? formatMass(dot.netG) : 'amount not known'}, ${dot.gatheredOn}`"
            :style="{
              left: `${placeOf(dot.gatheredOn)}%`,
              width: `${2 * radius(dot.netG)}px`,
              height: `${2 * radius(dot.netG)}px`,
              background: dot.hex ?? undefined,
            }"
          />
        </span>
        <span class="when"
          >{{ windowText(row) }} <span class="quiet">{{ moreText(row) }}</span>
        </span>
        <slot name="act" :row="row" />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.ribbons li,
.months {
  display: grid;
  grid-template-columns: 150px 1fr 196px;
  gap: 14px;
  align-items: center;
}

.ribbons li {
  min-height: 49px;
  border-top: 1px solid var(--line);
}

.scale {
  display: grid;
  grid-template-columns: repeat(12, 1fr);
  color: var(--quiet);
  font-size: 12px;
  text-align: center;
}

.name {
  padding: 4px 0;
  color: var(--ink);
  line-height: 1.25;
  text-decoration: none;
}

.name:hover strong {
  text-decoration: underline;
}

.name strong,
.name .quiet {
  display: block;
}

.ribbon {
  position: relative;
  height: 100%;
  min-height: 46px;
}

.bar,
.dot,
.now {
  position: absolute;
}

.bar {
  top: 50%;
  height: 12px;
  transform: translateY(-50%);
  border-radius: 6px;
  background: #d3dbda;
}

.margin {
  background: #ebefee;
}

.now {
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--juniper);
}

.dot {
  top: 50%;
  transform: translate(-50%, -50%);
  border: 2px solid #fff;
  border-radius: 50%;
  outline: 1px solid var(--line-firm);
}

.unknown {
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 3px, #fff 3px 6px);
}

.when {
  font-size: 14px;
  line-height: 1.3;
}

.narrow li,
.narrow .months {
  grid-template-columns: 120px 1fr 150px 80px;
  gap: 10px;
}

@media (max-width: 760px) {
  .ribbons li,
  .ribbons .months {
    grid-template-columns: 104px 1fr;
  }

  .when {
    grid-column: 1 / -1;
    padding-bottom: 8px;
    color: var(--quiet);
  }

  .ribbons li {
    gap: 0 10px;
  }
}
</style>
