/// <reference types="vite-plugin-pwa/client" />
/// <reference types="vite/client" />
declare module '*.vue' {
  import type { DefineComponent } from 'vue';
  const component: DefineComponent<object, object, unknown>;
  export default component;
}
declare module '@fontsource-variable/archivo/wdth.css';

declare module 'virtual:compute-worker' {
  /** Where the code of the workers lies. */
  const address: string;
  export default address;
}

declare module 'subset-font' {
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'woff2'; variationAxes: Record<string, { min: number; max: number }> },
  ): Promise<Buffer>;
}
