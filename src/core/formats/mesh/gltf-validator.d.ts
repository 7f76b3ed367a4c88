declare module 'gltf-validator' {
  export function validateBytes(
    bytes: Uint8Array,
    options?: { ignoredIssues?: string[] },
  ): Promise<{
    issues: { numErrors: number; messages: { severity: number; code: string; message: string; pointer: string }[] };
  }>;
}
