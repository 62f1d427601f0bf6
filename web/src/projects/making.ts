/** Supplies that a list names and the cupboard has not: made there, so that the list can take them. */
import { api, ask, type ProjectIn, type Schemas } from '../api/client'
import type { NewSupply } from './lines'

/** Each made in the cupboard, one of a pack until somebody says what a pack holds; as what a kit takes. */
export async function makeSupplies(
  made: NewSupply[],
  units: ProjectIn['units'],
): Promise<Schemas['UseDoc'][]> {
  const uses: Schemas['UseDoc'][] = []
  for (const { name, unit, per_kit, cuts } of made) {
    const supply = await ask(
      api.POST('/api/supplies', {
        body: {
          version: 0, name, unit, units: units ?? null, pack_size: unit === 'length' ? per_kit : '1', on_hand: '0', joinable: cuts < 2,
          code: '', shelf: '', shop: '', lead_days: 0, discontinued: false, offers: [],
        }, // prettier-ignore
      }),
    )
    uses.push({ supply: String(supply.id), per_kit, cuts })
  }
  return uses
}
