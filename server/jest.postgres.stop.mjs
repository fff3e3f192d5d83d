export default () => globalThis.stopTestPostgres();
