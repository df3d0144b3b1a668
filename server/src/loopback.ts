/** Whether a host name means this machine alone. */
export const isLoopback = (host: string): boolean =>
  host === 'localhost' || host === '[::1]' || host === '::1' || /^127(\.\d{1,3}){3}$/.test(host);
