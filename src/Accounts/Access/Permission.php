<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/** All that can be allowed. Which role and which part allows it stands in Policy, and nowhere else. */
enum Permission: string
{
    case BeSignedIn = 'be_signed_in';
    case OpenRequisition = 'open_requisition';
    case ReadRequisition = 'read_requisition';
    case EditBrief = 'edit_brief';
    case Decide = 'decide';
    case ManageAdverts = 'manage_adverts';
    case Search = 'search';
    case Keep = 'keep';
    case ReadPipeline = 'read_pipeline';
    case ReadMails = 'read_mails';
    case ReadScorecards = 'read_scorecards';
    case MovePipeline = 'move_pipeline';
    case CloseOut = 'close_out';
    case ArrangeInterviews = 'arrange_interviews';
    case ReadInterviews = 'read_interviews';
    case FillScorecard = 'fill_scorecard';
    case ComposeOffer = 'compose_offer';
    case ReadOffer = 'read_offer';
    case ReadOutcome = 'read_outcome';
    case Fill = 'fill';
    case ReadPerson = 'read_person';
    case CorrectPerson = 'correct_person';
    /** Invite people, give and take roles: within one's own reach. */
    case ManageStaff = 'manage_staff';
    /** What holds for the whole organisation. */
    case Administer = 'administer';
}
