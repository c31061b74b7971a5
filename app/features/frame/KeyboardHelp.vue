<script setup lang="ts">
const open = defineModel<boolean>({ required: true })

const KEYS = [
  ['0', 'Today'],
  ['1 to 7', 'the stations, Walk to Year'],
  ['/', 'find or note'],
  ['n', 'new here'],
  ['t', 'a reading of the pot in hand'],
  ['p', 'pull all that is in it'],
  ['n', 'a swatch you have, on a card; at some stations something new of theirs'],
  ['u', 'undo the latest change'],
  ['?', 'this list'],
  ['Esc', 'close, or leave a field'],
] as const
</script>

<template>
  <ElDialog v-model="open" title="Keys" width="min(420px, 92vw)" align-center>
    <dl class="keys">
      <template v-for="[key, what] in KEYS" :key="key">
        <dt>{{ key }}</dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
    <p class="quiet">On a ratio ribbon the arrow keys move the marker. Keys rest while you type.</p>
  </ElDialog>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: 90px 1fr;
  gap: 8px 12px;
  margin-bottom: 14px;
}

dt {
  font-weight: 700;
}
</style>
