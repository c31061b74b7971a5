<template>
  <svg
    class="sprig"
    viewBox="0 0 32 32"
    fill="none"
    stroke="currentColor"
    stroke-width="2.4"
    stroke-linecap="round"
    aria-hidden="true"
  >
    <path
      d="M7 28C12 20 18 13 26 5M11 22l-5-2M11 22l2 5M15 17l-6-3M15 17l3 5M19 12.5l-6-4M19 12.5l4 5M23 8.500l-3-4M23 8.500l5 2"
    />
    <circle cx="22" cy="22" r="2.6" />
    <circle cx="9" cy="9" r="2.2" />
  </svg>
</template>

<style scoped>
.sprig {
  width: 26px;
  height: 26px;
  flex: none;
}

.sprig circle {
  fill: var(--haze);
  stroke: none;
}
</style>
