import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';

/** The demo shop's people. Everyone signs in with the same password, shown on the sign-in page of a demo server only. */
export const DEMO_SIGN_IN = { email: 'marit@brindle-rook.example', password: 'putty and glass' };

export const DEMO_SHOP = {
  id: '5b1d0a3e-6f0c-4d6e-9f0a-3c1f5e7a9b10',
  name: 'Brindle & Rook Glass Film',
  details: {
    ...NEW_SHOP_DETAILS,
    street: '3 Chandler’s Wharf',
    town: 'Saltmarsh Bay',
    telephone: '555 0142',
    email: 'office@brindle-rook.example',
    taxPercent: 8,
    timeZone: 'America/New_York',
    place: { latitude: 43.6, longitude: -70.3 },
    warranty:
      'Film and work are guaranteed for ten years on flat glass indoors: against peeling, bubbles and crazing, if the glass is washed as the care sheet says.',
  },
};

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
