CREATE TABLE `materials` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`density` real NOT NULL,
	`look` text NOT NULL,
	`price` real NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `materials_name_unique` ON `materials` (`name`);--> statement-breakpoint
CREATE TABLE `parts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`revision` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`binned_at` integer,
	`figures` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `parts_by_change` ON `parts` (`binned_at`,`updated_at`);--> statement-breakpoint
CREATE TABLE `pictures` (
	`part_id` text NOT NULL,
	`revision` integer NOT NULL,
	`png` blob NOT NULL,
	PRIMARY KEY(`part_id`, `revision`),
	FOREIGN KEY (`part_id`) REFERENCES `parts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `revisions` (
	`part_id` text NOT NULL,
	`number` integer NOT NULL,
	`saved_at` integer NOT NULL,
	`body` text NOT NULL,
	PRIMARY KEY(`part_id`, `number`),
	FOREIGN KEY (`part_id`) REFERENCES `parts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `stock` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`shape` text NOT NULL,
	`sizes` text NOT NULL,
	`material_id` text NOT NULL,
	`bar_lengths` text NOT NULL,
	FOREIGN KEY (`material_id`) REFERENCES `materials`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `stock_name_unique` ON `stock` (`name`);