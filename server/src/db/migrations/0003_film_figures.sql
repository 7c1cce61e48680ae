-- Films had no figures of their room side and none of their face's emissivity: until somebody types those of the maker,
-- what is thrown back inwards is taken as outwards, and the face as bare polyester.
UPDATE films SET data = jsonb_set(data, '{optics}',
  jsonb_build_object(
    'visibleReflectedIn', data->'optics'->'visibleReflectedOut',
    'solarReflectedIn', data->'optics'->'solarReflectedOut',
    'emissivity', 0.84) || (data->'optics'));
