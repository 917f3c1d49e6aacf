CREATE TABLE `benders` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`both_hands` integer NOT NULL,
	`dies` text NOT NULL,
	`sizes` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `benders_name_unique` ON `benders` (`name`);--> statement-breakpoint
ALTER TABLE `stock` ADD `forming` text;