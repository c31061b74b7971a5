<script setup lang="ts">
import { gatheringCautions } from '~~/core/safety/gathering'
import { formatMass } from '~/format/quantities'
import type { Container } from '~~/shared/schemas/loft/container'
import type { Patch } from '~~/shared/schemas/walk/patch'
import type { WalkRow } from '~~/shared/views/walk/walk'
import AgainChips from './AgainChips.vue'
import AmountFields from './AmountFields.vue'
import MoreAboutIt from './MoreAboutIt.vue'
import NameSureness from './NameSureness.vue'
import PhotoQueue from './PhotoQueue.vue'
import WalkTally from './WalkTally.vue'
import { useWeighIn } from './useWeighIn'

const { patches, containers, rows } = defineProps<{
  patches: Patch[]
  containers: Container[]
  rows: WalkRow[]
}>()

const weighIn = useWeighIn(
  () => patches,
  () => containers,
)
const { draft, stages, netG, patch, isCarried, photos, photoTrouble, saving, failure, errors } =
  weighIn
const form = ref<HTMLElement | null>(null)
const adding = ref(false)

const cautions = computed(() =>
  draft.source
    ? gatheringCautions({
        group: draft.source.group,
        stopGroup: draft.source.stopGroup,
        sureness: draft.sureness,
        poisonous: draft.source.poisonous,
        lookAlikes: draft.source.lookAlikes,
        caution: draft.source.caution,
        hazards: patch.value?.hazardKinds ?? [],
      })
    : [],
)

async function focusAmount() {
  await nextTick()
  form.value?.querySelector<HTMLInputElement>('.weights input')?.focus()
}

async function again(row: WalkRow) {
  await weighIn.again(row.source.id)
  await focusAmount()
}

defineExpose({
  focus: () => form.value?.querySelector('input')?.focus(),
  fromNote: weighIn.fromNote,
  again,
})
</script>

<template>
  <form ref="form" class="panel stack" aria-labelledby="weigh-in" @submit.prevent="weighIn.keep">
    <div class="row head">
      <h2 id="weigh-in">Weigh in</h2>
      <button type="button" class="own" @click="adding = true">A source of your own</button>
    </div>
    <AgainChips v-if="!draft.source" :rows="rows" @choose="again" />
    <SourcePicker
      v-model="draft.source"
      label="What did you gather?"
      :error="errors['/sourceId']"
    />
    <div v-if="cautions.length" class="stack tight" role="group" aria-label="To mind">
      <PlainCaution v-for="caution in cautions" :key="caution.key" :level="caution.level">
        {{ caution.words }}
      </PlainCaution>
    </div>
    <AmountFields :weigh-in="weighIn" :containers="containers" />
    <WalkTally v-if="draft.source && netG" :weigh-in="weighIn" />
    <ElRadioGroup
      v-if="stages.length"
      :model-value="draft.stage ?? ''"
      aria-label="Stage"
      @update:model-value="draft.stage = String($event)"
    >
      <ElRadioButton v-for="stage in stages" :key="stage" :value="stage">{{ stage }}</ElRadioButton>
    </ElRadioGroup>
    <div class="two">
      <LabeledField
        v-slot="{ id }"
        label="Where"
        :hint="isCarried.place ? 'as last time: still here?' : ''"
        :error="errors['/patchId'] ?? errors['/name']"
      >
        <ElSelect
          :id="id"
          v-model="draft.place"
          filterable
          allow-create
          clearable
          default-first-option
          placeholder="a place, or a new name"
          :value-on-clear="''"
        >
          <ElOption v-for="each in patches" :key="each.id" :value="each.id" :label="each.name" />
        </ElSelect>
      </LabeledField>
      <DateField
        v-model="draft.gatheredOn"
        label="When"
        :hint="isCarried.date ? 'as last time, not today' : ''"
        :error="errors['/gatheredOn']"
      />
    </div>
    <p v-if="patch?.hazards" class="quiet">{{ patch.name }}: {{ patch.hazards }}</p>
    <NameSureness
      v-model:sureness="draft.sureness"
      v-model:evidence="draft.evidence"
      :group="draft.source?.group ?? 'plant'"
    />
    <MoreAboutIt :weigh-in="weighIn" />
    <PhotoQueue v-model="photos" />
    <p v-if="photoTrouble" class="wrong" role="alert">{{ photoTrouble }}</p>
    <p v-if="failure || errors['/id']" class="wrong" role="alert">{{ failure || errors['/id'] }}</p>
    <div class="keep">
      <ElButton type="primary" native-type="submit" :loading="saving">
        Keep it<template v-if="netG">, {{ formatMass(netG) }}</template>
      </ElButton>
    </div>
    <OwnSource v-model="adding" @added="draft.source = $event" />
  </form>
</template>

<style scoped>
.head {
  justify-content: space-between;
}

.own {
  min-height: 36px;
  border: 0;
  background: none;
  color: var(--juniper);
  text-decoration: underline;
  cursor: pointer;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}

.keep .el-button {
  width: 100%;
}

@media (max-width: 960px) {
  /* within reach of the thumb, whatever stands above */
  .keep {
    position: sticky;
    z-index: 5;
    bottom: 66px;
  }
}
</style>
