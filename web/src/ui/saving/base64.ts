/** Bytes as base64, as the API takes a file. */
export function base64Of(bytes: Uint8Array): string {
  let text = ''
  // A call takes only so many arguments.
  for (let at = 0; at < bytes.length; at += 8192)
    text += String.fromCharCode(...bytes.subarray(at, at + 8192))
  return btoa(text)
}
