/** A name that nothing else has. By hand, since `crypto.randomUUID` is missing where a page comes without TLS. */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join(
    '',
  )
