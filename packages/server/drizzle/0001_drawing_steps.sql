-- Parts learn through cuts, drilled holes, marks, a datum edge and the lines they come from; drawings keep every step
-- done to them, where before they kept their size alone.
UPDATE template_revisions SET doc = json_set(
  doc,
  '$.parts', json((
    SELECT json_group_array(json(json_set(
      json_patch(part.value, '{"throughCuts":[],"holes":[],"marks":[]}'),
      '$.datum', json('null'),
      '$.drawing', CASE WHEN json_array_length(doc, '$.drawings') = 1 THEN json_extract(doc, '$.drawings[0].id') END,
      '$.outline.line', json('null'),
      '$.insideCuts', json((
        SELECT json_group_array(json(json_set(cut.value, '$.line', json('null'))))
        FROM json_each(part.value, '$.insideCuts') AS cut
      ))
    )))
    FROM json_each(template_revisions.doc, '$.parts') AS part
  )),
  '$.drawings', json((
    SELECT json_group_array(json(json_object(
      'id', json_extract(drawing.value, '$.id'),
      'fileName', json_extract(drawing.value, '$.fileName'),
      'steps', json_object(
        'mmPerUnit', json_extract(drawing.value, '$.mmPerUnit'),
        'joinWithin', 0.1,
        'mends', json('{}'),
        'kinds', json('{}'),
        'groups', json('{}'),
        'simplifyWithin', 0,
        'held', json('[]'),
        'shape', json('[]'),
        'grain', json('null'),
        'datum', json('null')
      )
    )))
    FROM json_each(template_revisions.doc, '$.drawings') AS drawing
  ))
);
