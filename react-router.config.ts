import type { Config } from "@react-router/dev/config";

export default {
  ssr: true,
  // said, so that the build need not warn: the next major version's ways are taken with that
  // version
  future: {
    v8_middleware: false,
    v8_splitRouteModules: false,
    v8_viteEnvironmentApi: false,
    v8_passThroughRequests: false,
    v8_trailingSlashAwareDataRequests: false,
  },
} satisfies Config;
