import { useOutletContext } from 'react-router'
import type { Session } from '../api/client'
import type { Units } from './length'

/** The studio of whoever is signed in, inside the frame. */
export function useStudio(): { units: Units; currency: string; name: string } {
  const { studio } = useOutletContext<Session>()
  const units: Units = studio?.units === 'cm' || studio?.units === 'mm' ? studio.units : 'in'
  return { units, currency: studio?.currency ?? 'EUR', name: studio?.name ?? '' }
}
