<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/**
 * Who may do what: a role held for a unit that the thing lies in, or a part played on its requisition. One place; the
 * access table in the tests is read off it and walked.
 */
final class Policy
{
    /** @return list<Role> */
    public static function roles(Permission $permission): array
    {
        return match ($permission) {
            Permission::BeSignedIn => Role::cases(),
            Permission::OpenRequisition => [Role::Recruiter, Role::Manager, Role::Admin],
            Permission::ReadRequisition => [
                Role::Recruiter, Role::Coordinator, Role::Manager, Role::Approver, Role::Admin,
            ],
            Permission::EditBrief, Permission::ManageAdverts, Permission::Search, Permission::Keep,
            Permission::CloseOut, Permission::ComposeOffer, Permission::Fill,
            Permission::ReadOffer => [Role::Recruiter],
            Permission::MovePipeline, Permission::ArrangeInterviews, Permission::ReadPipeline, Permission::ReadMails,
            Permission::ReadScorecards, Permission::ReadInterviews, Permission::ReadPerson,
            Permission::CorrectPerson => [Role::Recruiter, Role::Coordinator],
            Permission::ReadOutcome => [Role::Recruiter, Role::Coordinator, Role::Manager, Role::Approver],
            Permission::ManageStaff, Permission::Administer => [Role::Admin],
            Permission::Decide, Permission::FillScorecard => [],
        };
    }

    /** @return list<Part> */
    public static function parts(Permission $permission): array
    {
        return match ($permission) {
            Permission::ReadRequisition => Part::cases(),
            Permission::EditBrief => [Part::Requester, Part::Recruiter, Part::Manager],
            Permission::ReadPipeline, Permission::ReadOutcome => [
                Part::Requester, Part::Recruiter, Part::Manager, Part::Partner, Part::Coordinator, Part::Observer,
            ],
            Permission::MovePipeline, Permission::ReadMails, Permission::ReadScorecards => [
                Part::Recruiter, Part::Manager, Part::Coordinator,
            ],
            Permission::ReadInterviews, Permission::ReadPerson => [
                Part::Recruiter, Part::Manager, Part::Interviewer, Part::Coordinator, Part::Observer,
            ],
            Permission::ReadOffer => [Part::Recruiter, Part::Manager, Part::Partner, Part::Approver],
            Permission::Search => [Part::Recruiter, Part::Manager],
            Permission::Keep, Permission::ManageAdverts, Permission::CloseOut, Permission::ComposeOffer,
            Permission::Fill => [Part::Recruiter],
            Permission::ArrangeInterviews, Permission::CorrectPerson => [Part::Recruiter, Part::Coordinator],
            Permission::Decide => [Part::Approver],
            Permission::FillScorecard => [Part::Interviewer],
            Permission::BeSignedIn, Permission::OpenRequisition, Permission::ManageStaff, Permission::Administer => [],
        };
    }
}
