<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import type { AllowanceRule } from '~~/core/harvest/allowance'
import { formatMass } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import {
  newPatchRuleSchema,
  type NewPatchRule,
  type PatchRule,
} from '~~/shared/schemas/walk/allowance'
import type { Patch } from '~~/shared/schemas/walk/patch'
import type { Source } from '~~/shared/schemas/walk/source'
import type { WalkView } from '~~/shared/views/walk/walk'
import { ruleWords } from '~/features/walk/rule-words'
import { localToday } from '~/format/dates'

/** What a place bears of each source this year, and rules of one's own for it. */
const { patch } = defineProps<{ patch: Patch }>()

const api = useApi()
const session = useSession()
const { saving, failure, errors, save } = useSave()
const { data: walk } = useLoaded(() => api.get<WalkView>('walk', { on: localToday() }))
const { data: rules } = useLoaded(
  () => api.all<PatchRule>('allowances', { patchId: patch.id }),
  () => patch.id,
)

const bearings = computed(() =>
  (walk.value?.rows ?? []).flatMap((row) =>
    row.bearings
      .filter(({ patchId }) => patchId === patch.id)
      .map((bearing) => ({
        row,
        bearing,
        own: rules.value?.find(({ sourceId }) => sourceId === row.source.id),
      })),
  ),
)

const adding = ref(false)
const source = ref<Source | null>(null)
const kind = ref<AllowanceRule['kind']>('share')
const percent = ref(25)
const massG = ref<number | null>(null)
const standingG = ref<number | null>(null)

const KINDS: Record<AllowanceRule['kind'], string> = {
  share: 'a share of what is there',
  gramsPerSeason: 'so many grams a year',
  fallenOnly: 'fallen or pruned only',
  halfOfEach: 'half of each fruit body',
  none: 'none: protected or spared',
}

function ruleOf() {
  if (kind.value === 'share') return { kind: 'share', share: percent.value / 100 }
  if (kind.value === 'gramsPerSeason')
    return { kind: 'gramsPerSeason', massG: massG.value ?? undefined }
  return { kind: kind.value }
}

async function keep() {
  const rule = await save<NewPatchRule, PatchRule>(
    newPatchRuleSchema,
    {
      id: newId(),
      patchId: patch.id,
      sourceId: source.value?.id,
      rule: ruleOf(),
      standingG: standingG.value,
    },
    (body) => api.post<PatchRule>('allowances', body),
    ({ rule: kept }) => `${patch.name}: ${ruleWords(kept)}.`,
  )
  if (!rule) return
  adding.value = false
  source.value = null
}

async function drop(rule: PatchRule) {
  const { changeSetId } = await api.post<PatchRule>(`allowances/${rule.id}/set-aside`, {}, rule.rev)
  session.saved('The usual care holds there again.', changeSetId)
}
</script>

<template>
  <section class="stack tight" aria-labelledby="bears">
    <div class="row head">
      <h2 id="bears">What it bears this year</h2>
      <ElButton :aria-expanded="adding" @click="adding = !adding">A rule of yours</ElButton>
    </div>
    <div v-if="adding" class="stack tight inset">
      <SourcePicker v-model="source" label="Of which source" :error="errors['/sourceId']" />
      <LabeledField v-slot="{ id }" label="Take">
        <ElSelect :id="id" v-model="kind">
          <ElOption v-for="(label, key) in KINDS" :key="key" :value="key" :label="label" />
        </ElSelect>
      </LabeledField>
      <div class="row">
        <LabeledField
          v-if="kind === 'share'"
          v-slot="{ id }"
          label="Share"
          unit="%"
          :error="errors['/rule']"
        >
          <ElInput
            :id="id"
            :model-value="percent"
            inputmode="numeric"
            @update:model-value="percent = Math.min(100, Math.max(1, Number($event) || 1))"
          />
        </LabeledField>
        <QuantityField
          v-if="kind === 'gramsPerSeason'"
          v-model="massG"
          label="A year"
          :error="errors['/rule/massG'] ?? errors['/rule']"
        />
        <QuantityField
          v-if="kind === 'share' || kind === 'halfOfEach'"
          v-model="standingG"
          label="What stands there, guessed"
          hint="without it the share is not known in grams"
          :error="errors['/standingG']"
        />
      </div>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <ElButton type="primary" :loading="saving" @click="keep">Keep the rule</ElButton>
    </div>
    <ul>
      <li v-for="{ row, bearing, own } in bearings" :key="row.source.id" class="row">
        <span class="words">
          <strong>{{ row.source.commonName }} {{ PARTS[row.source.part].label }}</strong>
          <span class="quiet">
            {{ ruleWords(bearing.rule) }}{{ bearing.own ? ', your rule' : ', usual care' }} · taken
            {{ formatMass(bearing.takenG)
            }}<template v-if="bearing.fallenG"
              >, picked up {{ formatMass(bearing.fallenG) }}</template
            >
          </span>
        </span>
        <span v-if="bearing.pastG > 0" class="past">{{ formatMass(bearing.pastG) }} past it</span>
        <span v-else-if="bearing.leftG !== null && bearing.allowedG !== 0"
          >{{ formatMass(bearing.leftG) }} left</span
        >
        <ElButton v-if="own" @click="drop(own)">Drop the rule</ElButton>
      </li>
    </ul>
    <p v-if="walk && !bearings.length" class="quiet">Nothing was gathered here this year.</p>
    <p class="quiet">Care, not the law: ask whoever looks after the place.</p>
  </section>
</template>

<style scoped>
.head,
li {
  justify-content: space-between;
}

li {
  min-height: 44px;
  border-top: 1px solid var(--line);
}

.words {
  flex: 1;
}

.words .quiet {
  display: block;
}

.past {
  color: var(--madder);
}
</style>
