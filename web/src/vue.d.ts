// For tools that don't read Vue files themselves (the linter); vue-tsc sees the real types.
declare module '*.vue' {
  import type { DefineComponent } from 'vue';
  const component: DefineComponent<object, object, unknown>;
  export default component;
}
