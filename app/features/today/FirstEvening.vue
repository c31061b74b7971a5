<script setup lang="ts">
import AskAnySource from '~/features/strength/AskAnySource.vue'
import DemoBeside from './DemoBeside.vue'

/** An empty log: where somebody may begin, each with what it takes. */
const BEGINNINGS = [
  {
    to: '/card',
    words: 'Tags in a shoebox',
    more: 'Write down a swatch you have on one card, or paste whole notes. The first dot takes a minute.',
  },
  {
    to: '/walk',
    words: 'Something from the hedge',
    more: 'Weigh in what you gathered: what it dyes, and how much more is wanted, stands beside it.',
  },
  {
    to: '/basket',
    words: 'Fibre at home',
    more: 'Weigh a skein into the basket, and a first pot can be planned for it.',
  },
  {
    to: '/table',
    words: 'A spreadsheet',
    more: 'Say once what its columns mean: every row comes in as a pot with its swatches.',
  },
  {
    to: '/typical',
    words: 'A colour in mind',
    more: 'Which plants usually give it, when, and how much for your skein: wide, and not yours.',
  },
] as const
</script>

<template>
  <section class="panel stack tight" aria-labelledby="begin">
    <h2 id="begin">Begin anywhere</h2>
    <ul class="begin">
      <li v-for="each in BEGINNINGS" :key="each.to">
        <NuxtLink :to="each.to" class="el-button">{{ each.words }}</NuxtLink>
        <p class="quiet">{{ each.more }}</p>
      </li>
    </ul>
    <AskAnySource />
    <DemoBeside />
  </section>
</template>

<style scoped>
.begin {
  display: grid;
  gap: 10px;
}
</style>
