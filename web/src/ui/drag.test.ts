import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { startDrag, type DragListeners } from './drag'

/** A drawing that shows two of its units in a pixel, shifted by 100 pixels. */
const svg = {
  getScreenCTM: () => ({ inverse: () => ({ a: 2, e: -100 }) }),
}
const part = { ownerSVGElement: svg, focus: vi.fn() }

class Point {
  constructor(
    readonly x: number,
    readonly y: number,
  ) {}
  matrixTransform = ({ a, e }: { a: number; e: number }) => new Point((this.x + e) * a, (this.y + e) * a)
}

class FakePointer extends Event {
  constructor(
    type: string,
    readonly clientX: number,
    readonly clientY: number,
    readonly pointerId = 1,
    readonly pointerType = 'mouse',
    readonly isPrimary = true,
    readonly button = 0,
  ) {
    super(type, { cancelable: true })
  }
}

let page: EventTarget
beforeEach(() => {
  page = new EventTarget()
  vi.stubGlobal('window', page)
  vi.stubGlobal('DOMPoint', Point)
})
afterEach(() => vi.unstubAllGlobals())

function press(listeners: Partial<DragListeners>, pointer = new FakePointer('pointerdown', 150, 150)) {
  Object.defineProperty(pointer, 'currentTarget', { value: part })
  startDrag(pointer as unknown as PointerEvent, { move: () => undefined, ...listeners })
  return pointer
}
const point = (type: string, x: number, y: number, id = 1) =>
  page.dispatchEvent(new FakePointer(type, x, y, id))
const key = (name: string) => page.dispatchEvent(Object.assign(new Event('keydown'), { key: name }))

describe('a drag', () => {
  it('follows the pointer in the units of the drawing, wherever it goes, and ends where it is let go', () => {
    const move = vi.fn()
    const [drop, end] = [vi.fn(), vi.fn()]
    expect(press({ move, drop, end }).defaultPrevented).toBe(true)
    expect(part.focus).toHaveBeenCalledWith({ preventScroll: true })
    point('pointermove', 160, 150)
    point('pointermove', 400, 90)
    point('pointerup', 410, 80)
    expect(move.mock.calls.map(([at, from]) => [at.x, at.y, from.x, from.y])).toEqual([
      [120, 100, 100, 100],
      [600, -20, 100, 100],
      [620, -40, 100, 100],
    ])
    expect(drop).toHaveBeenCalledOnce()
    expect(end).toHaveBeenCalledOnce()
    point('pointermove', 500, 500)
    expect(move).toHaveBeenCalledTimes(3)
  })

  it('is none while the hand only trembles', () => {
    const listeners = { move: vi.fn(), drop: vi.fn(), cancel: vi.fn(), end: vi.fn() }
    press(listeners)
    point('pointermove', 152, 151)
    point('pointerup', 152, 151)
    expect(listeners.move).not.toHaveBeenCalled()
    expect(listeners.drop).not.toHaveBeenCalled()
    expect(listeners.end).toHaveBeenCalledOnce()
    // A finger trembles more.
    press(listeners, new FakePointer('pointerdown', 150, 150, 1, 'touch'))
    point('pointermove', 156, 150)
    expect(listeners.move).not.toHaveBeenCalled()
    point('pointermove', 160, 150)
    expect(listeners.move).toHaveBeenCalledOnce()
  })

  it('is put back by Escape, and by a system that takes the pointer away', () => {
    for (const stop of [() => key('Escape'), () => point('pointercancel', 0, 0)]) {
      const listeners = { move: vi.fn(), drop: vi.fn(), cancel: vi.fn() }
      press(listeners)
      point('pointermove', 200, 150)
      key('a')
      expect(listeners.cancel).not.toHaveBeenCalled()
      stop()
      expect(listeners.cancel).toHaveBeenCalledOnce()
      point('pointerup', 220, 150)
      expect(listeners.drop).not.toHaveBeenCalled()
      expect(listeners.move).toHaveBeenCalledOnce()
    }
  })

  it('begins with the main button of one pointer only, and heeds no other', () => {
    const move = vi.fn()
    press({ move }, new FakePointer('pointerdown', 150, 150, 1, 'mouse', true, 2))
    press({ move }, new FakePointer('pointerdown', 150, 150, 1, 'touch', false))
    point('pointermove', 300, 300)
    expect(move).not.toHaveBeenCalled()
    press({ move })
    point('pointermove', 300, 300, 2)
    expect(move).not.toHaveBeenCalled()
    point('pointermove', 300, 300, 1)
    expect(move).toHaveBeenCalledOnce()
  })
})
