import { Component, type ReactNode } from 'react'

interface GuardedProps {
  /** What stands here, in a sentence: "the ways to fit". */
  what: string
  children: ReactNode
}

/** A part that breaks says so in its place, and leaves everything else working. */
export class Guarded extends Component<GuardedProps, { broken: boolean }> {
  override state = { broken: false }

  static getDerivedStateFromError() {
    return { broken: true }
  }

  override render() {
    if (!this.state.broken) return this.props.children
    return (
      <section className="broken-part" role="alert" aria-label={`Broken: ${this.props.what}`}>
        <p>This part broke: {this.props.what}. Nothing of your page is lost, and the rest goes on working.</p>
        <button type="button" className="stitched" onClick={() => this.setState({ broken: false })}>
          show it again
        </button>
      </section>
    )
  }
}
