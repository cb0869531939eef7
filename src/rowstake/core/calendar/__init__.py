"""The days of a job: tasks with what they wait for, placed on working days, with weather and crews."""
