<template>
  <!-- Drafting hatches of Eldrun's own drawing. Each is told by its strokes; the tint only helps. -->
  <defs>
    <pattern id="hatch-wool" width="36" height="22" patternUnits="userSpaceOnUse">
      <rect width="36" height="22" fill="#fcf5e3" />
      <path d="M0 16C6 16 6 5 12 5s6 11 12 11 6-11 12-11" fill="none" stroke="#b59b52" />
    </pattern>
    <pattern id="hatch-loose" width="20" height="20" patternUnits="userSpaceOnUse">
      <rect width="20" height="20" fill="#f1efe6" />
      <path
        d="M2 4l5 2M12 2l3 4M8 11l5-2M3 15l3 3M14 14l4 2M17 8l2-3"
        stroke="#8d8a75"
        fill="none"
      />
    </pattern>
    <pattern id="hatch-foam" width="12" height="12" patternUnits="userSpaceOnUse">
      <rect width="12" height="12" fill="#e6eff4" />
      <path d="M0 0l12 12M12 0L0 12" stroke="#7f9db0" stroke-width="0.8" fill="none" />
    </pattern>
    <pattern id="hatch-mineral-board" width="9" height="9" patternUnits="userSpaceOnUse">
      <rect width="9" height="9" fill="#f2ecb8" />
      <path d="M-1 10L10 -1" stroke="#a89c4d" stroke-width="0.9" />
    </pattern>
    <pattern id="hatch-wood-fiber" width="14" height="8" patternUnits="userSpaceOnUse">
      <rect width="14" height="8" fill="#ead9bd" />
      <path d="M0 2h6M8 6h6M10 2h2M2 6h2" stroke="#92713e" stroke-width="0.9" />
    </pattern>
    <pattern id="hatch-panel" width="16" height="6" patternUnits="userSpaceOnUse">
      <rect width="16" height="6" fill="#dcb982" />
      <path d="M0 1.5h7M9 4.5h6" stroke="#7d5a25" stroke-width="1.2" />
    </pattern>
    <pattern id="hatch-wood" width="24" height="9" patternUnits="userSpaceOnUse">
      <rect width="24" height="9" fill="#eccb9c" />
      <path
        d="M0 3c6-3 12 3 24 0M0 7c8 2 14-2 24 0"
        fill="none"
        stroke="#b98d4f"
        stroke-width="0.8"
      />
    </pattern>
    <pattern id="hatch-gypsum" width="10" height="10" patternUnits="userSpaceOnUse">
      <rect width="10" height="10" fill="#f4f4f1" />
      <circle cx="2" cy="3" r="0.8" fill="#8a8f8c" /><circle cx="7" cy="7" r="0.8" fill="#8a8f8c" />
    </pattern>
    <pattern id="hatch-membrane" width="10" height="10" patternUnits="userSpaceOnUse">
      <rect width="10" height="10" fill="#16211e" />
    </pattern>
    <pattern id="hatch-cladding" width="30" height="4" patternUnits="userSpaceOnUse">
      <rect width="30" height="4" fill="#b9c3bf" />
      <path d="M0 2h30" stroke="#5b6a65" stroke-width="0.8" />
    </pattern>
    <pattern id="hatch-masonry" width="14" height="14" patternUnits="userSpaceOnUse">
      <rect width="14" height="14" fill="#e3cabd" />
      <path d="M0 14L14 0M-4 6l8-8M10 16l8-8M4 14L14 4" stroke="#95604a" stroke-width="0.9" />
    </pattern>
    <pattern id="hatch-metal" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill="#33413d" />
    </pattern>
    <pattern id="hatch-air" width="10" height="10" patternUnits="userSpaceOnUse">
      <rect width="10" height="10" fill="#ffffff" />
    </pattern>
    <pattern id="hatch-plain" width="10" height="10" patternUnits="userSpaceOnUse">
      <rect width="10" height="10" fill="#e8ecea" />
    </pattern>
  </defs>
</template>
