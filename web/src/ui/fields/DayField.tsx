import { t } from '@lingui/core/macro'
import { DatePickerInput } from '@mantine/dates'
import { dayOf } from '../../i18n/format'
import { useStudio } from '../frame/session'

interface Props {
  label: string
  /** As `2026-12-02`; null where there is none yet. */
  value: string | null
  onChange: (day: string | null) => void
}

/** A day, chosen in a calendar whose weeks begin as the studio's do. */
export function DayField({ label, value, onChange }: Props) {
  const { firstDay } = useStudio()
  return (
    <DatePickerInput
      label={label}
      placeholder={t`Choose a day`}
      value={value}
      onChange={onChange}
      valueFormatter={({ date }) => (typeof date === 'string' ? dayOf(date) : '')}
      firstDayOfWeek={firstDay as 0 | 1 | 2 | 3 | 4 | 5 | 6}
      highlightToday
      clearable
      clearButtonProps={{ 'aria-label': t`No day yet` }}
      ariaLabels={{
        nextMonth: t`Next month`,
        previousMonth: t`Month before`,
        nextYear: t`Next year`,
        previousYear: t`Year before`,
        nextDecade: t`Next ten years`,
        previousDecade: t`Ten years before`,
        monthLevelControl: t`Choose the month`,
        yearLevelControl: t`Choose the year`,
      }}
    />
  )
}
