/** What a server as it is shipped is told by whoever starts it, beside its database and its folder. */
export function serverEnv(flags: { readonly port?: number; readonly hosts?: readonly string[] }): Promise<Record<string, string>>;
