// The package types its Node.js adapter under another name than it ships it.
declare module 'comlink/dist/esm/node-adapter.mjs' {
  export { default, type NodeEndpoint } from 'comlink/dist/esm/node-adapter';
}
