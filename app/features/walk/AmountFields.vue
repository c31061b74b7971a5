<script setup lang="ts">
import { MEASURE_KEYS, MEASURES } from '~~/catalogue/measures'
import { formatMass } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import {
  newContainerSchema,
  type Container,
  type NewContainer,
} from '~~/shared/schemas/loft/container'
import type { WeighIn } from './useWeighIn'

/** How much: on the scale in its bag, net, or counted at what one of them weighs. */
const { weighIn, containers } = defineProps<{ weighIn: WeighIn; containers: Container[] }>()

const api = useApi()

const { draft, each, netG, errors } = weighIn
const bag = useSave()
const naming = ref(false)
const bagName = ref('')

const kept = computed(() => containers.some(({ tareG }) => tareG === draft.tareG))

/** Keeps the empty weight that was typed, under a name, for the next time. */
async function keepBag() {
  const container = await bag.save<NewContainer, Container>(
    newContainerSchema,
    { id: newId(), name: bagName.value, tareG: draft.tareG ?? 0 },
    (body) => api.post<Container>('containers', body),
    ({ name, tareG }) => `Kept the ${name}, ${formatMass(tareG)} empty.`,
  )
  if (!container) return
  draft.containerId = container.id
  naming.value = false
  bagName.value = ''
}
</script>

<template>
  <div class="stack tight amount">
    <div class="row">
      <ElRadioGroup v-model="draft.how" aria-label="How much">
        <ElRadioButton value="scale">in its bag</ElRadioButton>
        <ElRadioButton value="net">net</ElRadioButton>
        <ElRadioButton value="counted">counted</ElRadioButton>
      </ElRadioGroup>
      <ElRadioGroup v-model="draft.state" aria-label="State">
        <ElRadioButton value="fresh">fresh</ElRadioButton>
        <ElRadioButton value="dried">dried</ElRadioButton>
      </ElRadioGroup>
    </div>
    <div class="weights">
      <template v-if="draft.how === 'scale'">
        <QuantityField v-model="draft.grossG" label="On the scale" :error="errors['/grossG']" />
        <QuantityField v-model="draft.tareG" label="Empty bag" :error="errors['/tareG']" />
      </template>
      <QuantityField
        v-else-if="draft.how === 'net'"
        v-model="draft.netG"
        class="wide"
        label="Net amount, in any unit"
        :error="errors['/netG'] ?? errors['']"
      />
      <template v-else>
        <NumberField
          v-model="draft.count"
          label="How many"
          :error="errors['/count'] ?? errors['']"
        />
        <LabeledField v-slot="{ id }" label="Of what" :error="errors['/measure']">
          <ElSelect :id="id" v-model="draft.measure">
            <ElOption
              v-for="measure in MEASURE_KEYS"
              :key="measure"
              :value="measure"
              :label="MEASURES[measure]"
            />
          </ElSelect>
        </LabeledField>
      </template>
      <p class="net">
        <span class="quiet">net {{ draft.state }}</span>
        <output aria-live="polite" :class="{ estimate: draft.how === 'counted' }"
          >{{ draft.how === 'counted' && netG ? '~' : '' }}{{ formatMass(netG) }}</output
        >
      </p>
    </div>
    <div v-if="draft.how === 'scale'" class="row bags" role="group" aria-label="Known bags">
      <button
        v-for="container in containers.slice(0, 4)"
        :key="container.id"
        type="button"
        :aria-pressed="weighIn.container.value?.id === container.id"
        @click="weighIn.chooseContainer(container.id)"
      >
        {{ container.name }}, {{ formatMass(container.tareG) }}
      </button>
      <button v-if="draft.tareG && !kept && !naming" type="button" @click="naming = true">
        Keep this bag
      </button>
    </div>
    <div v-if="naming" class="row">
      <ElInput v-model="bagName" aria-label="Name of the bag" placeholder="mesh bag" class="name" />
      <ElButton :loading="bag.saving.value" @click="keepBag">Keep the bag</ElButton>
      <span v-if="bag.errors.value['/name']" class="wrong">{{ bag.errors.value['/name'] }}</span>
    </div>
    <p v-if="draft.how === 'counted' && each" class="quiet">
      One weighs ~{{ formatMass(each.value) }}:
      {{
        each.basis === 'measured'
          ? `from ${each.n} of your weighings`
          : 'typical, from memory, not yours'
      }}.
    </p>
    <p v-else-if="draft.how === 'counted' && draft.source" class="quiet">
      What one weighs is not known yet. Weigh some once and say how many there were.
    </p>
  </div>
</template>

<style scoped>
.row {
  justify-content: space-between;
}

.weights {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 12px;
  align-items: start;
}

.wide {
  grid-column: span 2;
}

.net {
  min-width: 84px;
  text-align: right;
}

.net .quiet,
.net output {
  display: block;
}

.net output {
  font-size: 24px;
  font-weight: 700;
  line-height: 1.7;
}

.bags {
  justify-content: flex-start;
}

.bags button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--ink);
  cursor: pointer;
}

.bags button[aria-pressed='true'] {
  border-color: var(--juniper);
  background: var(--juniper-pale);
}

.name {
  width: 180px;
}
</style>
