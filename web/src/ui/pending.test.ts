import { describe, expect, it } from 'vitest'
import { registerField, settled, track } from './pending'

describe('what is pending', () => {
  it('waits for fields and for work that they start', async () => {
    const order: string[] = []
    const unregister = registerField(async () => {
      order.push('field taken')
      void track(
        Promise.resolve()
          .then(() => Promise.resolve())
          .then(() => void order.push('edit assessed')),
      )
    })
    await settled()
    order.push('save')
    expect(order).toEqual(['field taken', 'edit assessed', 'save'])
    unregister()
    await settled()
    expect(order).toHaveLength(3)
  })

  it('is not held up by a field that was refused', async () => {
    const unregister = registerField(() => Promise.reject(new Error('refused')))
    await expect(settled()).resolves.toBeUndefined()
    unregister()
  })
})
