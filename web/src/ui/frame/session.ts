import { useOutletContext } from 'react-router'
import type { Session } from '../../api/client'
import type { Units } from '../text/length'

interface Studio {
  name: string
  units: Units
  currency: string
  /** The day that a week begins with; 0 is Sunday. */
  firstDay: number
}

/** The studio of whoever is signed in, inside the frame. */
export function useStudio(): Studio {
  const { studio } = useOutletContext<Session>()
  const units: Units = studio?.units === 'cm' || studio?.units === 'mm' ? studio.units : 'in'
  return {
    name: studio?.name ?? '',
    units,
    currency: studio?.currency ?? 'EUR',
    firstDay: studio?.first_day ?? 1,
  }
}
