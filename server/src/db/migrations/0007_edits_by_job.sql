-- An edit is known by its job and its id: the same id in another job, or another shop's, is another edit.
ALTER TABLE "job_edits" DROP CONSTRAINT "job_edits_pkey";--> statement-breakpoint
ALTER TABLE "job_edits" ADD CONSTRAINT "job_edits_job_id_edit_id_pk" PRIMARY KEY("job_id","edit_id");
