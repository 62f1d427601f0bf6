/** Where a panel is seen on the finished thing, in words. */
import { t } from '@lingui/core/macro'

/** `front, its up points up`; hidden where it is not seen. */
export function whereSeen(face: string, up: string): string {
  const faces: Record<string, string> = {
    front: t`seen at the front`,
    back: t`seen at the back`,
    left: t`seen on the left`,
    right: t`seen on the right`,
    top: t`seen on top`,
    bottom: t`seen from below`,
  }
  const ups: Record<string, string> = {
    up: t`upright`,
    down: t`upside down`,
    left: t`on its side, up to the left`,
    right: t`on its side, up to the right`,
  }
  const where = faces[face] ?? t`hidden, or seen from inside alone`
  const way = ups[up]
  return way ? `${where}, ${way}` : where
}
