<template>
  <svg width="0" height="0" style="position: absolute" aria-hidden="true">
    <defs>
      <pattern id="soil" width="14" height="14" patternUnits="userSpaceOnUse">
        <rect width="14" height="14" fill="var(--soil)" />
        <path d="M2 3h2M9 7h2M4 11h1.5M12 2h1" stroke="var(--soil-dot)" stroke-width="1" />
      </pattern>
      <pattern id="sand" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--sand)" />
        <circle cx="1.2" cy="1.4" r="0.6" fill="var(--ink-2)" opacity="0.5" />
        <circle cx="3.6" cy="3.7" r="0.6" fill="var(--ink-2)" opacity="0.5" />
      </pattern>
      <pattern id="wire" width="7" height="7" patternUnits="userSpaceOnUse">
        <path d="M0 0H7M0 0V7" stroke="var(--steel)" stroke-width="1" fill="none" />
      </pattern>
      <pattern id="gravel" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="var(--gravel)" />
        <circle cx="1.8" cy="1.8" r="1.1" fill="#00000030" />
        <circle cx="4.6" cy="4.4" r="1" fill="#ffffff45" />
      </pattern>
      <pattern id="zone" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V8" stroke="var(--zone)" stroke-width="1.6" opacity="0.55" />
      </pattern>
      <pattern id="over" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V5" stroke="var(--fail)" stroke-width="2.2" />
      </pattern>
    </defs>
  </svg>
</template>
