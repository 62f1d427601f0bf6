import { memo, type ReactNode, useEffect, useRef } from 'react'
import { NavLink } from 'react-router'
import classes from './IndexTabs.module.css'

export interface IndexTab {
  to: string
  name: string
  total: ReactNode
  /** What the total counts, or what is to be done about it. */
  more: string
  severe?: boolean
}

/** Index tabs that carry the totals of what lies behind them. */
export const IndexTabs = memo(function IndexTabs(props: {
  label: string
  base: string
  active: string
  tabs: IndexTab[]
}) {
  const nav = useRef<HTMLElement>(null)
  useEffect(() => {
    // On a narrow screen the tab that is open may be beyond the edge.
    const open = nav.current?.querySelector('[aria-current]')
    const [tab, all] = [open?.getBoundingClientRect(), nav.current?.getBoundingClientRect()]
    if (tab && all && (tab.right > all.right || tab.left < all.left))
      nav.current?.scrollBy({ left: tab.left - all.left - 20 })
  }, [props.active])
  return (
    <nav className={classes.tabs} aria-label={props.label} ref={nav}>
      {props.tabs.map((tab) => (
        <NavLink
          key={tab.to}
          to={`${props.base}/${tab.to}`}
          replace
          className={classes.tab}
          aria-current={props.active === tab.to ? 'page' : undefined}
          data-active={props.active === tab.to}
        >
          <span className={classes.name}>{tab.name}</span>
          <span className={classes.total}>
            <span className="figure">{tab.total}</span>{' '}
            <span className={tab.severe ? classes.severe : undefined}>{tab.more}</span>
          </span>
        </NavLink>
      ))}
    </nav>
  )
})
