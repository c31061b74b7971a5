<script setup lang="ts">
import { present } from '~~/core/present'
import { EXTRA_KINDS, EXTRAS, hasPlaceFor, type ExtraKind } from './extra-steps'
import { POT_PLAN } from './usePotPlan'

/** A soak, a stand or an airing added to the plan at hand, without a way of one's own. */
const plan = present(inject(POT_PLAN))

const UNITS = [
  { value: 1, label: 'min' },
  { value: 60, label: 'h' },
  { value: 24 * 60, label: 'days' },
]
/** Shown in the largest unit that leaves it whole. */
const unitOf = (minutes: number) =>
  [...UNITS].reverse().find(({ value }) => minutes % value === 0)?.value ?? 1
const units = ref<number[]>([])
const unit = (i: number) => units.value[i] ?? unitOf(plan.draft.extraSteps[i]!.minutes)

const offered = computed(() => EXTRA_KINDS.filter((kind) => hasPlaceFor(kind, plan.steps)))
const adding = ref('')
function add(kind: ExtraKind) {
  plan.draft.extraSteps.push({ kind, minutes: EXTRAS[kind].minutes })
  adding.value = ''
}
function setTime(i: number, typed: number | null) {
  if (typed && typed > 0) plan.draft.extraSteps[i]!.minutes = Math.round(typed * unit(i))
}
function setUnit(i: number, to: number) {
  const count = plan.draft.extraSteps[i]!.minutes / unit(i)
  units.value[i] = to
  plan.draft.extraSteps[i]!.minutes = Math.max(1, Math.round(count * to))
}
function leaveOut(i: number) {
  plan.draft.extraSteps.splice(i, 1)
  units.value.splice(i, 1)
}
</script>

<template>
  <div class="stack tight">
    <div v-for="(each, i) in plan.draft.extraSteps" :key="i" class="extra">
      <span>{{ EXTRAS[each.kind].label }}</span>
      <NumberField
        :model-value="each.minutes / unit(i)"
        :label="`How long: ${EXTRAS[each.kind].label}`"
        bare
        @update:model-value="setTime(i, $event)"
      />
      <ElSelect
        :model-value="unit(i)"
        :aria-label="`In what: ${EXTRAS[each.kind].label}`"
        @update:model-value="setUnit(i, Number($event))"
      >
        <ElOption v-for="{ value, label } in UNITS" :key="value" :value="value" :label="label" />
      </ElSelect>
      <button
        type="button"
        class="x"
        :aria-label="`Leave out: ${EXTRAS[each.kind].label}`"
        @click="leaveOut(i)"
      >
        ×
      </button>
    </div>
    <ElSelect
      v-if="offered.length"
      v-model="adding"
      placeholder="Add a soak, a stand or an airing"
      aria-label="Add a step"
      @change="add($event as ExtraKind)"
    >
      <ElOption v-for="kind in offered" :key="kind" :value="kind" :label="EXTRAS[kind].label" />
    </ElSelect>
  </div>
</template>

<style scoped>
.extra {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 72px 84px 24px;
  gap: 6px;
  align-items: center;
}

.x {
  font-size: 20px;
}
</style>
