CREATE TABLE `section_versions` (
	`section_id` text NOT NULL,
	`number` integer NOT NULL,
	`saved_at` integer NOT NULL,
	`body` text NOT NULL,
	PRIMARY KEY(`section_id`, `number`),
	FOREIGN KEY (`section_id`) REFERENCES `sections`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `sections` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`binned_at` integer,
	`tags` text NOT NULL,
	`figures` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `sections_by_change` ON `sections` (`binned_at`,`updated_at`);