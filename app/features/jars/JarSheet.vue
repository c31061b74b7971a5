<script setup lang="ts">
import { JAR_WAYS } from '~~/catalogue/jar-ways'
import { formatMass, formatNumber, formatVolume } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import type { Caution } from '~~/core/safety/gathering'
import { PLAIN_ROUND, type Jar, type JarChange, type JarView } from '~~/shared/schemas/loft/jar'
import LotPhotos from '~/features/loft/LotPhotos.vue'
import DrawForm from './DrawForm.vue'
import LookForm from './LookForm.vue'
import LookStrip from './LookStrip.vue'
import { byWeight, dueText, outlookText, ROUND_WORDS } from './words'
import { localToday, shortDate } from '~/format/dates'
import { NOW, timeOf, type NotedAt } from '~/format/noted-at'

/** One jar: what it wants, what was seen in it, and what can be done. */
const { jar, others } = defineProps<{ jar: JarView; others: JarView[] }>()

const api = useApi()
const { failure, write } = useWrite()
/** The version last seen, also before the page has loaded again. */
const rev = ref(jar.rev)
watch(
  () => jar.rev,
  (seen) => (rev.value = Math.max(rev.value, seen)),
)
const route = useRoute()
const DID = ['look', 'air', 'shake'] as const
const did = DID.find((kind) => kind === route.query.did)
const doing = ref<'look' | 'draw' | 'strain' | null>(did ? 'look' : null)
const besideId = ref('')
/** When what is noted next was. */
const when = ref<NotedAt>(NOW)

const way = computed(() => JAR_WAYS[jar.way])
const rounds = computed(() => byWeight(jar.due))
const beside = computed(() => others.find(({ id }) => id === besideId.value))
const { data: stop } = useLoaded(async () =>
  way.value.ammonia && !jar.endedAt
    ? (
        await api.get<{ stop: Caution | null }>('cautions', {
          on: localToday(),
          planned: 'ammonia',
        })
      ).stop
    : null,
)

async function change(body: JarChange, words: string) {
  const done = await write(async () => {
    const answer = await api.patch<Jar>(`jars/${jar.id}`, body, rev.value)
    rev.value = answer.item.rev
    return answer
  }, words)
  if (!done) return
  doing.value = null
  when.value = NOW
}

const round = (kind: 'shake' | 'air') =>
  change(
    { round: { ...PLAIN_ROUND, id: newId(), kind, ...timeOf(when.value) } },
    `${jar.code} ${ROUND_WORDS[kind].done}.`,
  )

const days = (value: number | null) => {
  if (value === null) return 'never'
  return value === 1 ? 'daily' : `every ${formatNumber(value)} days`
}

/** What is due first stands out. */
const first = (kind: string) => (rounds.value[0]?.kind === kind ? 'primary' : undefined)

async function setAside() {
  const done = await write(
    () => api.post<Jar>(`jars/${jar.id}/set-aside`, {}, rev.value),
    `Set ${jar.code} aside; what it held is in its lots again.`,
  )
  if (done) void navigateTo('/jars')
}
</script>

<template>
  <section class="panel stack" :aria-label="`Jar ${jar.code}`">
    <SheetHead
      :code="jar.code"
      :name="jar.sourceName"
      :to="`/source/${jar.sourceId}`"
      :figure="formatVolume(jar.liquorL)"
      :figure-note="`liquor of ${formatMass(jar.dryG)} dry plant`"
    >
      <p class="quiet">
        {{ way.label }}{{ jar.vessel ? `, ${jar.vessel}` : '' }}, started
        {{ shortDate(jar.startedAt.slice(0, 10)) }}
      </p>
    </SheetHead>
    <PlainCaution v-if="stop" level="stop">{{ stop.words }}</PlainCaution>
    <PlainCaution v-if="jar.mould && !jar.endedAt" level="grave">
      Mould was seen. Do not breathe it: discard the jar outdoors and note it.
    </PlainCaution>
    <PlainCaution v-else-if="!jar.endedAt" :level="way.ammonia ? 'grave' : 'mind'">{{
      way.caution
    }}</PlainCaution>
    <p>{{ outlookText(jar) }}.</p>
    <p v-if="jar.due.length" class="row due" aria-label="Rounds">
      <span v-for="due in rounds" :key="due.kind" :class="{ late: due.overdueDays > 0 }">{{
        dueText(due)
      }}</span>
    </p>
    <NotedWhen v-if="!jar.endedAt" v-model="when" />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div v-if="!jar.endedAt" class="row" role="group" aria-label="What to do with it">
      <ElButton v-if="jar.shakeDays" :type="first('shake')" @click="round('shake')"
        >Shaken</ElButton
      >
      <ElButton v-if="jar.airDays" :type="first('air')" @click="round('air')">Air it</ElButton>
      <ElButton
        :type="first('look')"
        :aria-expanded="doing === 'look'"
        @click="doing = doing === 'look' ? null : 'look'"
        >Look</ElButton
      >
      <ElButton :aria-expanded="doing === 'draw'" @click="doing = 'draw'">Draw off</ElButton>
      <ElButton :aria-expanded="doing === 'strain'" @click="doing = 'strain'">Strain</ElButton>
      <ElButton @click="change({ discardedAt: timeOf(when).at }, `${jar.code} discarded.`)"
        >Discard</ElButton
      >
      <NuxtLink :to="`/tags?jar=${jar.id}`" class="el-button">Its tag</NuxtLink>
      <ElButton @click="setAside">Set aside</ElButton>
    </div>
    <LookForm
      v-if="doing === 'look'"
      :code="jar.code"
      :when="when"
      :kind="did"
      :words="did && String(route.query.words ?? '')"
      @look="change"
    />
    <DrawForm
      v-if="doing === 'draw' || doing === 'strain'"
      :key="doing"
      :jar="jar"
      :when="when"
      :strain="doing === 'strain'"
      @done="doing = null"
    />
    <LookStrip :jars="beside ? [jar, beside] : [jar]" />
    <LabeledField v-if="others.length" v-slot="{ id }" label="Beside another jar">
      <ElSelect :id="id" v-model="besideId" clearable :value-on-clear="''" class="beside">
        <ElOption
          v-for="other in others"
          :key="other.id"
          :value="other.id"
          :label="`${other.code}, ${other.sourceName}, ${other.vessel}`"
        />
      </ElSelect>
    </LabeledField>
    <dl class="facts">
      <div>
        <dt>In it</dt>
        <dd>{{ jar.lots.map(({ code, massG }) => `${formatMass(massG)} ${code}`).join(', ') }}</dd>
      </div>
      <div>
        <dt>Liquid</dt>
        <dd>
          {{ formatVolume(jar.waterL) }} water{{
            jar.ammoniaL ? `, ${formatVolume(jar.ammoniaL)} ammonia` : ''
          }}
        </dd>
      </div>
      <div>
        <dt>Shake, air, look</dt>
        <dd>{{ days(jar.shakeDays) }}, {{ days(jar.airDays) }}, {{ days(jar.lookDays) }}</dd>
      </div>
      <div v-if="jar.note">
        <dt>Note</dt>
        <dd>{{ jar.note }}</dd>
      </div>
    </dl>
    <LotPhotos :of="{ jarId: jar.id }" />
  </section>
</template>

<style scoped>
.row {
  gap: 6px 8px;
}

.row .el-button {
  margin: 0;
}

.due span {
  padding: 4px 10px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
}

.due .late {
  border-color: var(--ochre);
  background: var(--ochre-pale);
}

.beside {
  max-width: 420px;
}

.facts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 8px 20px;
}

dt {
  color: var(--quiet);
  font-size: 13px;
}
</style>
