/** The demo shop's people. Everyone signs in with the same password, shown on the sign-in page of a demo server only. */
export const DEMO_SIGN_IN = { email: 'marit@brindle-rook.example', password: 'putty and glass' };

export const DEMO_SHOP = { id: '5b1d0a3e-6f0c-4d6e-9f0a-3c1f5e7a9b10', name: 'Brindle & Rook Glass Film' };

export const DEMO_PEOPLE = [
  {
    id: '5b1d0a3e-6f0c-4d6e-9f0a-3c1f5e7a9b11',
    email: DEMO_SIGN_IN.email,
    name: 'Marit Brindle',
    role: 'owner',
  },
  {
    id: '5b1d0a3e-6f0c-4d6e-9f0a-3c1f5e7a9b12',
    email: 'osei@brindle-rook.example',
    name: 'Osei Rook',
    role: 'installer',
  },
  {
    id: '5b1d0a3e-6f0c-4d6e-9f0a-3c1f5e7a9b13',
    email: 'tove@brindle-rook.example',
    name: 'Tove Lind',
    role: 'apprentice',
  },
] as const;
