-- Runs learn what the maker grants them so that the wood does; templates the dowels and strips they need.
UPDATE runs SET doc = json_set(
  doc,
  '$.wood', json('{"margin":null,"freeLayers":false,"laminate":false,"byHand":false,"substitutes":[],"pins":[]}')
);
--> statement-breakpoint
UPDATE template_revisions SET doc = json_set(doc, '$.rods', json('[]'));
