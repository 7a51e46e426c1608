-- Runs learn what the maker grants them so that the wood does, templates the dowels and strips they need, shops whether
-- they have a jigsaw.
UPDATE runs SET doc = json_set(
  doc,
  '$.wood', json('{"margin":null,"freeLayers":false,"laminate":false,"byHand":false,"freeForm":false,"substitutes":[],"pins":[]}')
);
--> statement-breakpoint
UPDATE template_revisions SET doc = json_set(doc, '$.rods', json('[]'));
--> statement-breakpoint
UPDATE singletons SET doc = json_set(doc, '$.jigsaw', json('null')) WHERE name = 'machines';
