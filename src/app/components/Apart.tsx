import { Component, type ReactNode } from 'react'

/** A part of the frame that breaks by itself: what it shows is gone, the places stay. */
export class Apart extends Component<
  { readonly what: string; readonly children: ReactNode },
  { readonly broke: boolean }
> {
  override state = { broke: false }

  static getDerivedStateFromError() {
    return { broke: true }
  }

  override render() {
    if (!this.state.broke) return this.props.children
    return <p className="no-print text-ink-soft px-4 pt-2 text-sm">{this.props.what} cannot be shown.</p>
  }
}
