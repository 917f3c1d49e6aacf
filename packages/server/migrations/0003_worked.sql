ALTER TABLE `parts` ADD `figured` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `parts` ADD `trouble` text;--> statement-breakpoint
ALTER TABLE `parts` ADD `pictured` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `state` text;--> statement-breakpoint
ALTER TABLE `sections` ADD `figured` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `sections` ADD `trouble` text;