ALTER TABLE `plans` ADD `figures` text;--> statement-breakpoint
ALTER TABLE `stock` ADD `remnants` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
UPDATE `plans` SET `figures` = (SELECT json_object('bars', coalesce(sum(json_array_length(g.value, '$.bars')), 0), 'pieces', coalesce(sum((SELECT sum(json_array_length(b.value, '$.pieces')) FROM json_each(g.value, '$.bars') b)), 0), 'missing', coalesce(sum(json_array_length(g.value, '$.missing')), 0)) FROM json_each(`plans`.`body`, '$.groups') g) WHERE `body` IS NOT NULL;
