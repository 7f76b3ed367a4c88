/** Bundles what the server runs in threads of its own. @param to folder that is written to */
export function bundleWorkers(to?: string): Promise<unknown>;
