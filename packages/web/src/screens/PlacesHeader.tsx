import { Moon, Sun } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Mark } from '../ui/Mark.tsx'
import { currentTheme, toggleTheme } from '../ui/theme.ts'
import { placesInOrder, type PlaceName } from './places.ts'

/** The top of every place but the Bench: where one is, where else one can go, and what can be done here. */
export function PlacesHeader(props: { readonly here: PlaceName; readonly children?: ReactNode }) {
  const [night, setNight] = useState(currentTheme() === 'flexum-night')
  return (
    <header className="flex h-[52px] shrink-0 items-center gap-4 border-b hairline px-6">
      <Link to="/" className="flex items-center gap-2 text-[16px] font-semibold">
        <Mark />
        Flexum
      </Link>
      <nav aria-label="Places" className="flex gap-1">
        {placesInOrder().map(([place, { path, title, icon: Icon }]) => (
          <Link
            key={place}
            to={path}
            aria-current={place === props.here ? 'page' : undefined}
            className={`btn btn-sm ${place === props.here ? 'btn-paper' : 'btn-ghost'}`}
          >
            {Icon && <Icon size={14} aria-hidden />} {title}
          </Link>
        ))}
      </nav>
      <div className="flex-1" />
      <button
        type="button"
        className="btn btn-sm btn-ghost btn-square"
        aria-label={night ? 'Light colours' : 'Dark colours'}
        onClick={() => {
          toggleTheme()
          setNight(!night)
        }}
      >
        {night ? <Sun size={15} aria-hidden /> : <Moon size={15} aria-hidden />}
      </button>
      {props.children}
    </header>
  )
}
