-- What stands in the log of fitting stays: entries are added, never changed, and go only with their whole job.
CREATE POLICY log_is_not_changed ON job_records AS RESTRICTIVE FOR UPDATE
  USING (kind <> 'fittingEntry') WITH CHECK (kind <> 'fittingEntry');
--> statement-breakpoint
CREATE POLICY log_goes_with_its_job ON job_records AS RESTRICTIVE FOR DELETE
  USING (kind <> 'fittingEntry' OR current_setting('app.purpose', true) = 'erase');
