/** @type {import('next').NextConfig} */
const config = {
  serverExternalPackages: [
    "@electric-sql/pglite",
    "@node-rs/argon2",
    "pino",
    "pg",
    "serialport",
    "exceljs",
    "fontkit",
    "pdfmake",
    "@e965/xlsx",
    "yauzl",
  ],
  poweredByHeader: false,
  // Pages check nothing by a schema: see there.
  turbopack: { resolveAlias: { joi: { browser: "./core/shape/no-joi.ts" } } },
  // A program that is started reads no source maps: without them its build takes a third less time and half the disk.
  experimental: { turbopackSourceMaps: process.env.NODE_ENV === "development" },
  // Types are checked by `npm test`, tests included; a build need not do it again.
  typescript: { ignoreBuildErrors: true },
  outputFileTracingExcludes: { "*": ["data/**", "tests/**", "docs/**"] },
  async rewrites() {
    // The interface for other programs carries its version in its address.
    return [{ source: "/api/v1/:path*", destination: "/api/:path*" }];
  },
  async headers() {
    return [
      {
        source: "/:path*",
        headers: [
          { key: "X-Content-Type-Options", value: "nosniff" },
          { key: "X-Frame-Options", value: "DENY" },
          { key: "Referrer-Policy", value: "same-origin" },
          { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=(), payment=()" },
          { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
          { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
        ],
      },
    ];
  },
};
export default config;
